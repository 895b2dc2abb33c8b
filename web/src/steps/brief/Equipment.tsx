import { Box, Button, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { Folded, SaidLine } from '../../shared/Folded';
import { FormNumber } from '../../shared/formFields';
import { number } from '../../shared/format';

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

const unsaid = 'nothing said yet';

/** Each thing with the figures that are known: "oven 600 × 500 × 450 mm, 70 °C". */
function said(equipment: Stock): string {
  const things = stock.flatMap(([thing, fields]) => {
    const known = fields.filter(([name]) => equipment[name] != null);
    if (known.length === 0) return [];
    const sides = known.filter(([, , unit]) => unit === 'mm').map(([name]) => number(equipment[name]!));
    const rest = known
      .filter(([, , unit]) => unit !== 'mm')
      .map(([name, , unit]) => `${number(equipment[name]!)} ${unit}`);
    return [
      `${thing.toLowerCase()} ${[sides.length > 0 && `${sides.join(' × ')} mm`, ...rest].filter(Boolean).join(', ')}`,
    ];
  });
  return things.join('; ') || unsaid;
}

export function Equipment({ problem }: { problem: Problem | null }) {
  const { control, setValue } = useFormContext<Brief>();
  const equipment = useWatch({ control, name: 'equipment' });
  if (!equipment)
    return (
      <SaidLine label="Equipment in house" says="not said">
        <Button onClick={() => setValue('equipment', nothing)}>Say what is in house</Button>
      </SaidLine>
    );
  return (
    <Folded
      label="Equipment in house"
      says={said(equipment)}
      startsOpen={said(equipment) === unsaid}
      force={problem?.field?.startsWith('equipment.')}
    >
      <Older equipment={equipment} />
      {stock.map(([thing, fields]) => (
        <Box key={thing} role="group" aria-label={thing} sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 1.5 }}>
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
    </Folded>
  );
}

/** Litres as older briefs say them. */
function Older({ equipment }: { equipment: Stock }) {
  const litres = [
    equipment.chamberLitres && `a chamber of ${equipment.chamberLitres} L`,
    equipment.potLitres && `a pot of ${equipment.potLitres} L`,
    equipment.ovenLitres && `an oven of ${equipment.ovenLitres} L`,
  ].filter(Boolean);
  if (litres.length === 0) return null;
  return (
    <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
      An older brief said {litres.join(', ')}: litres don’t tell what goes in. Give the inside sizes.
    </Typography>
  );
}
