import { Box, Button, Typography } from '@mui/material';
import type { LengthUnit, StoredPart } from '../../app/api/types';
import { number } from '../../shared/format';
import { mmPer, unitNames } from '../../shared/units';

/** Which unit to suggest first when several would do. */
const LIKELIEST: readonly LengthUnit[] = ['mm', 'in', 'm', 'cm'];

interface Props {
  part: StoredPart;
  onUnit: (unit: LengthUnit) => void;
}

/** Asks what the file's bare numbers mean, when the size they give now is none that people mold. */
export function UnitQuestion({ part, onUnit }: Props) {
  const { report, unit } = part;
  if (!report?.messages.some((m) => m.code === 'unit')) return null;
  const inFile = Math.max(...report.bboxMm) / mmPer[unit];
  const suggested = LIKELIEST.find((key) => key !== unit && inFile * mmPer[key] >= 8 && inFile * mmPer[key] <= 2500);
  return (
    <Box
      component="section"
      aria-labelledby="unit-question"
      sx={{ border: 1, borderColor: 'warning.main', p: 1.5, mb: 2 }}
    >
      <Typography variant="h2" id="unit-question">
        How long is this part?
      </Typography>
      <Typography variant="body2" sx={{ mb: 1 }}>
        The file’s longest side is {number(inFile, 4)}, and it does not say of what.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {(Object.keys(unitNames) as LengthUnit[]).map((key) => {
          const mm = inFile * mmPer[key];
          return (
            <Button
              key={key}
              variant={key === suggested ? 'contained' : 'outlined'}
              onClick={() => onUnit(key)}
              aria-pressed={key === unit}
              sx={{ justifyContent: 'space-between' }}
            >
              <span>{unitNames[key]}</span>
              <span>{mm >= 1000 ? `${number(mm / 1000)} m` : `${number(mm)} mm`}</span>
            </Button>
          );
        })}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.75 }}>
        {suggested && `In ${unitNames[suggested]} it has a size people mold. `}Now taken as {unitNames[unit]}.
      </Typography>
    </Box>
  );
}
