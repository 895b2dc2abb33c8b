import { Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useEffect } from 'react';
import { Controller, type FieldValues, type Path, useFormContext, type UseFormReturn } from 'react-hook-form';
import { word } from './format';
import { NumberField, type NumberFieldProps } from './NumberField';
import { today } from './days';

/** A number of the form around it; an empty field is null. */
export function FormNumber<T extends FieldValues>({
  name,
  ...field
}: { name: Path<T> } & Omit<NumberFieldProps, 'value' | 'onChange'>) {
  const { control } = useFormContext<T>();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange } }) => (
        <NumberField {...field} value={(value as number | null | undefined) ?? null} onChange={onChange} />
      )}
    />
  );
}

interface ChoiceProps<T extends FieldValues> {
  name: Path<T>;
  label: string;
  options: readonly string[];
  /** What the options are called where their usual words won’t do. */
  names?: Record<string, string>;
  /** What it is called when nothing is chosen; without it something must be. */
  unset?: string;
  sx?: object;
}

/** One of several named things of the form around it. */
export function FormChoice<T extends FieldValues>({ name, label, options, names, unset, sx }: ChoiceProps<T>) {
  const { control } = useFormContext<T>();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <TextField
          {...field}
          value={field.value ?? ''}
          onChange={(event) => field.onChange(event.target.value || null)}
          select
          label={label}
          sx={sx}
          slotProps={unset ? { select: { displayEmpty: true }, inputLabel: { shrink: true } } : undefined}
        >
          {unset && <MenuItem value="">{unset}</MenuItem>}
          {options.map((option) => (
            <MenuItem key={option} value={option}>
              {names?.[option] ?? word(option)}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
}

/** A line of text of the form around it. */
export function FormText<T extends FieldValues>({ name, label, sx }: { name: Path<T>; label: string; sx?: object }) {
  const { control } = useFormContext<T>();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          value={field.value ?? ''}
          label={label}
          sx={sx}
          error={Boolean(fieldState.error)}
          helperText={fieldState.error?.message}
        />
      )}
    />
  );
}

/** A yes or no of the form around it. */
export function FormCheck<T extends FieldValues>({ name, label }: { name: Path<T>; label: string }) {
  const { control } = useFormContext<T>();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange } }) => (
        <FormControlLabel
          control={
            <Checkbox checked={Boolean(value)} onChange={(_, on) => onChange(on)} size="small" sx={{ py: 0.5 }} />
          }
          label={label}
          slotProps={{ typography: { variant: 'body2' } }}
        />
      )}
    />
  );
}

const isPast = (day: unknown) => typeof day === 'string' && day !== '' && day < today();

/** A day of the form around it; an empty field is null, one in the past is asked about. */
export function FormDay<T extends FieldValues>({ name, label, sx }: { name: Path<T>; label: string; sx?: object }) {
  const { control } = useFormContext<T>();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          value={field.value ?? ''}
          onChange={(event) => field.onChange(event.target.value || null)}
          type="date"
          label={label}
          sx={{ width: 160, ...sx }}
          error={Boolean(fieldState.error)}
          helperText={fieldState.error?.message ?? (isPast(field.value) ? 'That day is past. Is it meant?' : undefined)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      )}
    />
  );
}

/** Hands on the form's values at each change a person makes. */
export function useEachChange<T extends FieldValues>(form: UseFormReturn<T>, onChange: (values: T) => void) {
  useEffect(
    () => form.subscribe({ formState: { values: true }, callback: ({ values }) => onChange(values) }),
    [form, onChange],
  );
}
