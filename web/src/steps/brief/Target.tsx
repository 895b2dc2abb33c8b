import { Box, Button, ToggleButton, ToggleButtonGroup } from '@mui/material';

/** A requirement that isn't made yet. */
export const AddTarget = ({ what, onAdd }: { what: string; onAdd: () => void }) => (
  <Button onClick={onAdd} aria-label={`Set a target: ${what.toLowerCase()}`}>
    {what}
  </Button>
);

/** One requirement: its value, must or want, and away with it. */
export function Target({
  name,
  must,
  onMust,
  onDrop,
  children,
}: {
  name: string;
  must: boolean;
  onMust: (must: boolean) => void;
  onDrop: () => void;
  children: React.ReactNode;
}) {
  return (
    <Box role="group" aria-label={name} sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
      {children}
      <ToggleButtonGroup
        exclusive
        size="small"
        value={must}
        aria-label={`${name} is a must or a want`}
        onChange={(_, value: boolean | null) => value !== null && onMust(value)}
        sx={{ height: 36 }}
      >
        <ToggleButton value={true}>must</ToggleButton>
        <ToggleButton value={false}>want</ToggleButton>
      </ToggleButtonGroup>
      <Button color="inherit" onClick={onDrop} aria-label={`Drop ${name.toLowerCase()}`} sx={{ mt: 0.5 }}>
        Drop
      </Button>
    </Box>
  );
}
