import { MenuItem, TextField } from '@mui/material';
import { useAtBench } from './useAtBench';
import { useShop } from './useShop';

/** Who says so: a name of the shop, remembered where it was chosen. */
export function Who({ label = 'Who' }: { label?: string }) {
  const [name, setName] = useAtBench();
  const people = (useShop().data?.value.people ?? []).map((p) => p.name);
  const all = name && !people.includes(name) ? [...people, name] : people;
  return (
    <TextField
      select
      label={label}
      value={all.includes(name) ? name : ''}
      onChange={(event) => setName(event.target.value)}
      sx={{ minWidth: 190 }}
    >
      {all.map((person) => (
        <MenuItem key={person} value={person}>
          {person}
        </MenuItem>
      ))}
    </TextField>
  );
}
