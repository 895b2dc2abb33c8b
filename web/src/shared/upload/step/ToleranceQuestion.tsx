import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { NumberField } from '../../NumberField';

const USUAL_MM = 0.05;

interface Props {
  name: string;
  onAnswer: (toleranceMm: number | null) => void;
}

/** How closely the mesh follows a STEP file's curved faces. */
export function ToleranceQuestion({ name, onAnswer }: Props) {
  const [mm, setMm] = useState<number | null>(USUAL_MM);
  return (
    <Box component="section" aria-label="Mesh tolerance" sx={{ border: 1, borderColor: 'divider', p: 1.5, mt: 1 }}>
      <Typography sx={{ mb: 1.5 }}>
        {name} has true curves; here they become triangles. How far may a triangle stray from them?
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'start' }}>
        <NumberField label="Mesh tolerance" value={mm} unit="mm" min={0.002} max={5} onChange={setMm} />
        <Button variant="contained" disabled={mm === null} onClick={() => onAnswer(mm)} sx={{ mt: 0.5 }}>
          Convert
        </Button>
        <Button onClick={() => onAnswer(null)} sx={{ mt: 0.5 }}>
          Not this file
        </Button>
      </Box>
    </Box>
  );
}
