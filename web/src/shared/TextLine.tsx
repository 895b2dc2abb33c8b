import { FormControl, Input, InputLabel, type SxProps, type Theme } from '@mui/material';
import { useId } from 'react';

/** A line of text to type, without what choices and several lines need: for the page that loads first. */
export function TextLine({
  label,
  value,
  onChange,
  type = 'text',
  maxLength,
  sx,
}: {
  label: string;
  value: string;
  onChange: (typed: string) => void;
  type?: 'text' | 'search';
  maxLength?: number;
  sx?: SxProps<Theme>;
}) {
  const id = useId();
  return (
    <FormControl variant="standard" size="small" sx={sx}>
      <InputLabel htmlFor={id}>{label}</InputLabel>
      <Input
        id={id}
        type={type}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        slotProps={{ input: { maxLength } }}
      />
    </FormControl>
  );
}
