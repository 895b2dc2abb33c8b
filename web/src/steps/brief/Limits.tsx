import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { FormDay, FormNumber } from '../../shared/formFields';
import { word } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';

/** Money and dates that bound the choice, and how settled the design is. */
export function Limits({ problem }: { problem: Problem | null }) {
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <section aria-labelledby="limits">
      <Typography variant="h2" id="limits" sx={{ mb: 1.5 }}>
        Limits
      </Typography>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <FormNumber<Brief>
          name="toolingBudget"
          label="Tooling budget"
          unit="€"
          optional
          min={0}
          max={1e9}
          width={150}
          hint="empty: not limited"
          refused={refused('toolingBudget')}
        />
        <FormNumber<Brief>
          name="piecePrice"
          label="Piece price aimed at"
          unit="€"
          optional
          min={0}
          max={1e9}
          width={150}
          refused={refused('piecePrice')}
        />
        <FormDay<Brief> name="fixedDate" label="Date that can’t move" />
      </Box>
      <ChangeRisk />
      <Equipment problem={problem} />
    </section>
  );
}

function ChangeRisk() {
  const { control, setValue } = useFormContext<Brief>();
  const risk = useWatch({ control, name: 'changeRisk' });
  if (!risk)
    return (
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mt: 2 }}>
        <Typography color="textSecondary" sx={{ width: 170 }}>
          The design is settled
        </Typography>
        <Button onClick={() => setValue('changeRisk', { chancePerMonth: 0.1, size: 'small' })}>It may change</Button>
      </Box>
    );
  return (
    <Box role="group" aria-label="Change risk" sx={{ display: 'flex', gap: 1.5, mt: 2, flexWrap: 'wrap' }}>
      <NumberField
        label="Chance of a change a month"
        unit="%"
        width={180}
        min={0}
        max={100}
        value={Math.round(risk.chancePerMonth * 1000) / 10}
        onChange={(share) => share !== null && setValue('changeRisk', { ...risk, chancePerMonth: share / 100 })}
      />
      <TextField
        select
        label="How big"
        value={risk.size}
        onChange={(event) => setValue('changeRisk', { ...risk, size: event.target.value as typeof risk.size })}
        sx={{ width: 220 }}
      >
        {(['small', 'large'] as const).map((size) => (
          <MenuItem key={size} value={size}>
            {word(size)}
          </MenuItem>
        ))}
      </TextField>
      <Button color="inherit" sx={{ mt: 0.5 }} onClick={() => setValue('changeRisk', null)}>
        Settled
      </Button>
    </Box>
  );
}

type Stock = NonNullable<Brief['equipment']>;

const stock: [keyof Stock, string, string][] = [
  ['chamberLitres', 'Vacuum chamber', 'L'],
  ['pumpM3PerH', 'Vacuum pump', 'm³/h'],
  ['potLitres', 'Pressure pot', 'L'],
  ['potRatedKpa', 'Pot rated to', 'kPa'],
  ['ovenLitres', 'Oven', 'L'],
  ['pressKn', 'Injection press', 'kN'],
  ['printerXMm', 'Printer, long', 'mm'],
  ['printerYMm', 'Printer, wide', 'mm'],
  ['printerZMm', 'Printer, high', 'mm'],
  ['sheetLengthMm', 'Forming frame, long', 'mm'],
  ['sheetWidthMm', 'Forming frame, wide', 'mm'],
];

const nothing = Object.fromEntries(stock.map(([name]) => [name, null])) as Stock;

function Equipment({ problem }: { problem: Problem | null }) {
  const { control, setValue } = useFormContext<Brief>();
  const equipment = useWatch({ control, name: 'equipment' });
  return (
    <Box sx={{ mt: 2 }}>
      {equipment ? (
        <>
          <Typography variant="h3" sx={{ mb: 1 }}>
            Equipment in house
          </Typography>
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
            {stock.map(([name, label, unit]) => (
              <FormNumber<Brief>
                key={name}
                name={`equipment.${name}`}
                label={label}
                unit={unit}
                optional
                width={138}
                refused={problem?.field === `equipment.${name}` ? problem.message : undefined}
              />
            ))}
          </Box>
        </>
      ) : (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
          <Typography color="textSecondary" sx={{ width: 170 }}>
            Equipment: not said
          </Typography>
          <Button onClick={() => setValue('equipment', nothing)}>Say what is in house</Button>
        </Box>
      )}
    </Box>
  );
}
