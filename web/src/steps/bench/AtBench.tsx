import { Box, Typography } from '@mui/material';
import { useShop } from '../../shared/useShop';
import { BigButton } from './big';

interface Props {
  name: string;
  onName: (name: string) => void;
  label?: string;
}

/** Who it is, by one tap on a name of the shop. */
export function AtBench({ name, onName, label = 'Who is at the bench?' }: Props) {
  const people = useShop().data?.value.people ?? [];
  return (
    <Box role="group" aria-label={label} sx={{ my: 1 }}>
      <Typography sx={{ mb: 1 }}>{label}</Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {people.map((person) => (
          <BigButton
            key={person.id}
            variant={person.name === name ? 'contained' : 'outlined'}
            aria-pressed={person.name === name}
            onClick={() => onName(person.name)}
          >
            {person.name}
          </BigButton>
        ))}
        {people.length === 0 && (
          <Typography color="textSecondary">The shop names nobody yet: add people on the Shop page.</Typography>
        )}
      </Box>
    </Box>
  );
}
