import { MenuItem, TextField } from '@mui/material';
import { Controller, useFormContext } from 'react-hook-form';
import { useRefused } from './planForm';

interface Props<T> {
  name: string;
  label: string;
  options: readonly T[];
  /** What is said of the one that is chosen. */
  hint?: (chosen: T) => string;
}

/** One of the things the library has a name for. */
export function NamedChoice<T extends { id: string; name: string }>({ name, label, options, hint }: Props<T>) {
  const { control } = useFormContext();
  const refused = useRefused(name);
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => {
        const chosen = options.find((o) => o.id === field.value);
        return (
          <TextField
            {...field}
            select
            label={label}
            sx={{ gridColumn: '1 / -1' }}
            error={Boolean(refused)}
            helperText={refused ?? (chosen && hint?.(chosen))}
          >
            {options.map((o) => (
              <MenuItem key={o.id} value={o.id}>
                {o.name}
              </MenuItem>
            ))}
          </TextField>
        );
      }}
    />
  );
}
