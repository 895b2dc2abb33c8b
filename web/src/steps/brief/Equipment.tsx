import { Box, Button, Link as MuiLink, MenuItem, TextField, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import type { Problem } from '../../app/api/client';
import type { Brief, Machine } from '../../app/api/types';
import { Folded, SaidLine } from '../../shared/Folded';
import { FormNumber } from '../../shared/formFields';
import { number } from '../../shared/format';
import { type MachineKind, machineKinds, named } from '../../shared/machines';
import { useShop } from '../../shared/useShop';

type Stock = NonNullable<Brief['equipment']>;

type Figure = Exclude<keyof Stock, 'machineIds'>;

/** What stands in the house, a line each kind. Vessels are round; litres would not say what goes in. */
const stock: [string, MachineKind[], [Figure, string, string][]][] = [
  [
    'Vacuum chamber',
    ['chamber'],
    [
      ['chamberDiameterMm', 'Chamber diameter', 'mm'],
      ['chamberHeightMm', 'Chamber height', 'mm'],
      ['pumpM3PerH', 'Vacuum pump', 'm³/h'],
    ],
  ],
  [
    'Pressure pot',
    ['pot'],
    [
      ['potDiameterMm', 'Pot diameter', 'mm'],
      ['potHeightMm', 'Pot height', 'mm'],
      ['potRatedKpa', 'Pot plate, gauge', 'kPa'],
    ],
  ],
  [
    'Oven',
    ['oven'],
    [
      ['ovenXMm', 'Oven wide', 'mm'],
      ['ovenYMm', 'Oven deep', 'mm'],
      ['ovenZMm', 'Oven high', 'mm'],
      ['ovenHighestC', 'Oven highest', '°C'],
    ],
  ],
  [
    'Printer',
    ['printer'],
    [
      ['printerXMm', 'Printer, long', 'mm'],
      ['printerYMm', 'Printer, wide', 'mm'],
      ['printerZMm', 'Printer, high', 'mm'],
    ],
  ],
  [
    'Scale',
    ['scale'],
    [
      ['scaleCapacityG', 'Scale takes', 'g'],
      ['scaleStepG', 'Scale step', 'g'],
    ],
  ],
  [
    'Presses',
    ['press', 'frame'],
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
  machineIds: [] as string[],
  ...older,
  ...(Object.fromEntries(stock.flatMap(([, , fields]) => fields.map(([name]) => [name, null]))) as Record<
    Figure,
    null
  >),
} satisfies Stock;

const unsaid = 'nothing said yet';

/** Each thing with the figures that are known: "oven 600 × 500 × 450 mm, 70 °C"; a machine of the shop goes before them. */
function said(equipment: Stock, machines: readonly Machine[]): string {
  const chosen = machines.filter((m) => equipment.machineIds.includes(m.id));
  const things = stock.flatMap(([thing, kinds, fields]) => {
    const ours = chosen.filter((m) => kinds.includes(m.kind as MachineKind)).map(named);
    if (ours.length > 0) return ours;
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
  const machines = useShop().data?.value.machines ?? [];
  if (!equipment)
    return (
      <SaidLine label="Equipment in house" says="not said">
        <Button onClick={() => setValue('equipment', { ...nothing, machineIds: firstOfEach(machines) })}>
          {machines.length > 0 ? 'Choose from the shop' : 'Say what is in house'}
        </Button>
      </SaidLine>
    );
  const says = said(equipment, machines);
  return (
    <Folded
      label="Equipment in house"
      says={says}
      startsOpen={says === unsaid && equipment.machineIds.length === 0}
      force={problem?.field?.startsWith('equipment.')}
    >
      <Older equipment={equipment} />
      {stock.map(([thing, kinds, fields]) => (
        <Box key={thing} role="group" aria-label={thing} sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 1.5 }}>
          {kinds.map((kind) => (
            <OfTheShop key={kind} kind={kind} machines={machines} />
          ))}
          {fields
            .filter(
              () => !machines.some((m) => kinds.includes(m.kind as MachineKind) && equipment.machineIds.includes(m.id)),
            )
            .map(([name, label, unit]) => (
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
      <Gone equipment={equipment} machines={machines} />
      <MuiLink component={Link} to="/shop?room=equipment">
        The shop’s equipment
      </MuiLink>
    </Folded>
  );
}

/** Of each kind the first there is: a beginning, said in full in the line. */
const firstOfEach = (machines: readonly Machine[]): string[] =>
  stock.flatMap(([, kinds]) => kinds.flatMap((kind) => machines.find((m) => m.kind === kind)?.id ?? []));

/** Which of the shop’s machines of a kind it is. */
function OfTheShop({ kind, machines }: { kind: MachineKind; machines: readonly Machine[] }) {
  const { control, setValue } = useFormContext<Brief>();
  const ids = useWatch({ control, name: 'equipment.machineIds' }) ?? [];
  const ofKind = machines.filter((m) => m.kind === kind);
  if (ofKind.length === 0) return null;
  return (
    <TextField
      select
      label={machineKinds[kind].name}
      value={ofKind.find((m) => ids.includes(m.id))?.id ?? ''}
      onChange={(event) =>
        setValue('equipment.machineIds', [
          ...ids.filter((id) => !ofKind.some((m) => m.id === id)),
          ...(event.target.value ? [event.target.value] : []),
        ])
      }
      slotProps={{ select: { displayEmpty: true } }}
      sx={{ minWidth: 290 }}
    >
      <MenuItem value="">none of the shop’s</MenuItem>
      {ofKind.map((machine) => (
        <MenuItem key={machine.id} value={machine.id}>
          {named(machine)}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** A machine that left the shop says nothing any more. */
function Gone({ equipment, machines }: { equipment: Stock; machines: readonly Machine[] }) {
  const { setValue } = useFormContext<Brief>();
  const shop = useShop();
  const there = equipment.machineIds.filter((id) => machines.some((m) => m.id === id));
  const gone = equipment.machineIds.length - there.length;
  if (gone === 0 || !shop.data) return null;
  return (
    <Typography color="error" variant="body2">
      {gone === 1 ? 'A machine chosen here is' : `${gone} machines chosen here are`} no longer in the shop and no figure
      of theirs counts. <Button onClick={() => setValue('equipment.machineIds', there)}>Take out</Button>
    </Typography>
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
