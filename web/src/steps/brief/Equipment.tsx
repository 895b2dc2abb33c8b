import { Box, Button, Link as MuiLink, MenuItem, TextField, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import type { Problem } from '../../app/api/client';
import type { Brief, EquipmentKind, Machine } from '../../app/api/types';
import { Folded, SaidLine } from '../../shared/Folded';
import { FormNumber } from '../../shared/formFields';
import { named, saidOf, useEquipmentKinds } from '../../shared/machines';
import { useShop } from '../../shared/useShop';

type Stock = NonNullable<Brief['equipment']>;

const unsaid = 'nothing said yet';

/** Each thing with the figures that are known: "oven 600 × 500 × 450 mm, 70 °C"; a machine of the shop goes before them. */
function said(equipment: Stock, machines: readonly Machine[], kinds: readonly EquipmentKind[]): string {
  const chosen = machines.filter((m) => equipment.machineIds.includes(m.id));
  const things = kinds.flatMap((kind) => {
    const ours = chosen.filter((m) => m.kind === kind.id).map((m) => named(m, kinds));
    if (ours.length > 0) return ours;
    const known = saidOf(kind, equipment.figures[kind.id] ?? {});
    return known ? [`${kind.name.toLowerCase()} ${known}`] : [];
  });
  return things.join('; ') || unsaid;
}

export function Equipment({ problem }: { problem: Problem | null }) {
  const { control, setValue } = useFormContext<Brief>();
  const equipment = useWatch({ control, name: 'equipment' });
  const machines = useShop().data?.value.machines ?? [];
  const kinds = useEquipmentKinds().filter((kind) => kind.isInBrief);
  if (!equipment)
    return (
      <SaidLine label="Equipment in house" says="not said">
        <Button onClick={() => setValue('equipment', { machineIds: firstOfEach(machines, kinds), figures: {} })}>
          {machines.length > 0 ? 'Choose from the shop' : 'Say what is in house'}
        </Button>
      </SaidLine>
    );
  const says = said(equipment, machines, kinds);
  return (
    <Folded
      label="Equipment in house"
      says={says}
      startsOpen={says === unsaid && equipment.machineIds.length === 0}
      force={problem?.field?.startsWith('equipment.')}
    >
      <Older equipment={equipment} />
      {kinds.map((kind) => (
        <Box
          key={kind.id}
          role="group"
          aria-label={kind.name}
          sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '130px 1fr' }, columnGap: 1.5, mb: 1.5 }}
        >
          <Typography sx={{ mt: 2.25 }}>{kind.name}</Typography>
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
            <OfTheShop kind={kind} machines={machines} kinds={kinds} />
            {!machines.some((m) => m.kind === kind.id && equipment.machineIds.includes(m.id)) &&
              kind.figures
                .filter((figure) => !figure.isOlder)
                .map(({ id, name, unit }) => (
                  <FormNumber<Brief>
                    key={id}
                    name={`equipment.figures.${kind.id}.${id}`}
                    label={name}
                    unit={unit}
                    optional
                    width={138}
                    refused={problem?.field === `equipment.figures.${kind.id}.${id}` ? problem.message : undefined}
                  />
                ))}
          </Box>
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
const firstOfEach = (machines: readonly Machine[], kinds: readonly EquipmentKind[]): string[] =>
  kinds.flatMap((kind) => machines.find((m) => m.kind === kind.id)?.id ?? []);

/** Which of the shop’s machines of a kind it is. */
function OfTheShop({
  kind,
  machines,
  kinds,
}: {
  kind: EquipmentKind;
  machines: readonly Machine[];
  kinds: readonly EquipmentKind[];
}) {
  const { control, setValue } = useFormContext<Brief>();
  const ids = useWatch({ control, name: 'equipment.machineIds' }) ?? [];
  const ofKind = machines.filter((m) => m.kind === kind.id);
  if (ofKind.length === 0) return null;
  return (
    <TextField
      select
      label="Of the shop"
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
          {named(machine, kinds)}
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
    ['chamber', 'a chamber'],
    ['pot', 'a pot'],
    ['oven', 'an oven'],
  ].flatMap(([kind, a]) => {
    const says = equipment.figures[kind!]?.litres;
    return says ? [`${a} of ${says} L`] : [];
  });
  if (litres.length === 0) return null;
  return (
    <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
      An older brief said {litres.join(', ')}: litres don’t tell what goes in. Give the inside sizes.
    </Typography>
  );
}
