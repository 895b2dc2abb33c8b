import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { FormChoice, FormDay, FormNumber } from '../../shared/formFields';
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
      <Makers />
      <Equipment problem={problem} />
    </section>
  );
}

const makers = { inHouse: 'in house', boughtIn: 'bought in', farBoughtIn: 'bought in from far' };

/** Who makes what: a supplier adds his overhead, a queue and, from far, freight and weeks. */
function Makers() {
  return (
    <Box role="group" aria-label="Who makes it" sx={{ display: 'flex', gap: 1.5, mt: 2, flexWrap: 'wrap' }}>
      <FormChoice<Brief>
        name="sources.metalTools"
        label="Metal tools"
        options={Object.keys(makers)}
        names={makers}
        sx={{ width: 178 }}
      />
      <FormChoice<Brief>
        name="sources.softMolds"
        label="Soft molds, patterns"
        options={['inHouse', 'boughtIn']}
        names={makers}
        sx={{ width: 150 }}
      />
      <FormChoice<Brief>
        name="sources.parts"
        label="Printed, machined parts"
        options={['inHouse', 'boughtIn']}
        names={makers}
        sx={{ width: 170 }}
      />
      <FormChoice<Brief>
        name="schools.cooling"
        label="Cooling counted by"
        options={['mean', 'centre']}
        names={{ mean: 'the mean of the section', centre: 'its middle' }}
        unset="its middle from 4 mm, else the mean"
        sx={{ width: 260 }}
      />
    </Box>
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

/** What stands in the shop, a line each thing. Vessels are round; litres would not say what goes in. */
const stock: [string, [keyof Stock, string, string][]][] = [
  [
    'Vacuum chamber',
    [
      ['chamberDiameterMm', 'Chamber diameter', 'mm'],
      ['chamberHeightMm', 'Chamber height', 'mm'],
      ['pumpM3PerH', 'Vacuum pump', 'm³/h'],
    ],
  ],
  [
    'Pressure pot',
    [
      ['potDiameterMm', 'Pot diameter', 'mm'],
      ['potHeightMm', 'Pot height', 'mm'],
      ['potRatedKpa', 'Pot plate, gauge', 'kPa'],
    ],
  ],
  [
    'Oven',
    [
      ['ovenXMm', 'Oven wide', 'mm'],
      ['ovenYMm', 'Oven deep', 'mm'],
      ['ovenZMm', 'Oven high', 'mm'],
      ['ovenHighestC', 'Oven highest', '°C'],
    ],
  ],
  [
    'Printer',
    [
      ['printerXMm', 'Printer, long', 'mm'],
      ['printerYMm', 'Printer, wide', 'mm'],
      ['printerZMm', 'Printer, high', 'mm'],
    ],
  ],
  [
    'Scale',
    [
      ['scaleCapacityG', 'Scale takes', 'g'],
      ['scaleStepG', 'Scale step', 'g'],
    ],
  ],
  [
    'Presses',
    [
      ['pressKn', 'Injection press', 'kN'],
      ['sheetLengthMm', 'Forming frame, long', 'mm'],
      ['sheetWidthMm', 'Forming frame, wide', 'mm'],
    ],
  ],
];

/** Asked for no more, but kept where an older brief says them. */
const older = { chamberLitres: null, potLitres: null, ovenLitres: null };

const nothing = {
  ...older,
  ...Object.fromEntries(stock.flatMap(([, fields]) => fields.map(([name]) => [name, null]))),
} as Stock;

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
          {(equipment.chamberLitres ?? equipment.potLitres ?? equipment.ovenLitres) != null && (
            <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
              An older brief said{' '}
              {[
                equipment.chamberLitres && `a chamber of ${equipment.chamberLitres} L`,
                equipment.potLitres && `a pot of ${equipment.potLitres} L`,
                equipment.ovenLitres && `an oven of ${equipment.ovenLitres} L`,
              ]
                .filter(Boolean)
                .join(', ')}
              : litres don’t tell what goes in. Give the inside sizes.
            </Typography>
          )}
          {stock.map(([thing, fields]) => (
            <Box
              key={thing}
              role="group"
              aria-label={thing}
              sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 1.5 }}
            >
              {fields.map(([name, label, unit]) => (
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
          ))}
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
