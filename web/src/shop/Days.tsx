import { Box, Button, Chip, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { date } from '../shared/format';

interface Props {
  label: string;
  days: readonly string[];
  onChange: (days: string[]) => void;
}

/** Days as a list that is added to and taken from. */
export function Days({ label, days, onChange }: Props) {
  const [day, setDay] = useState('');
  return (
    <Box sx={{ minWidth: 260 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-end' }}>
        <TextField
          type="date"
          label={label}
          value={day}
          onChange={(event) => setDay(event.target.value)}
          sx={{ width: 150 }}
        />
        <Button
          disabled={!day || days.includes(day)}
          onClick={() => {
            onChange([...days, day].sort());
            setDay('');
          }}
        >
          Add
        </Button>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
        {days.length === 0 && (
          <Typography variant="body2" color="textSecondary">
            none
          </Typography>
        )}
        {days.map((away) => (
          <Chip
            key={away}
            size="small"
            variant="outlined"
            label={date(away)}
            onDelete={() => onChange(days.filter((d) => d !== away))}
          />
        ))}
      </Box>
    </Box>
  );
}
