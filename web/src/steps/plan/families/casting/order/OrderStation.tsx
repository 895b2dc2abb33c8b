import { Box, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import type { CastingChoices, CastingFigures } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { count, number, points, range } from '../../../../../shared/format';
import { NumberField } from '../../../../../shared/NumberField';
import { PlanFindings } from '../../../PlanFindings';
import { day } from '../../../moments';
import { GoodParts } from '../../../GoodParts';
import { PlanNumber } from '../../../planForm';
import { Purchases } from '../../../Purchases';
import { FigureGrid, FromBrief, type StationProps, StationSheet } from '../station';

/** The whole order: shots, molds and their life, what to buy and what is left of it. */
export default function OrderStation({ figures, plan, projectId, work }: StationProps) {
  const { order, life } = figures;
  const { schedule } = work;
  return (
    <StationSheet
      inputs={
        <>
          <GoodParts chosen={plan.order.parts} />
          <PlanNumber name="order.molds" label="Molds in turn" unit="" whole min={1} max={60} />
          {life && figures.silicone && (
            <FromBrief projectId={projectId}>How many shots a mold is trusted with</FromBrief>
          )}
          <Packs />
          <PlanNumber name="order.shelfMonths" label="A closed kit keeps" unit="months" min={0.5} max={60} />
          <PlanNumber
            name="order.syringeMl"
            label="Syringe"
            unit="mL"
            optional
            min={1}
            max={5000}
            hint="empty: poured"
          />
        </>
      }
    >
      <PlanFindings findings={order.messages} />
      {life && <Life life={life} shots={order.shots} />}
      <Typography variant="h2" sx={{ mt: 2 }}>
        The order
      </Typography>
      <FigureGrid>
        <Figure label={`Shots for ${count(order.parts)} good parts`} value={count(order.shots)} line="shots" />
        {life && <Figure label="Molds the order takes, by likely life" value={count(order.toolSets)} />}
        <Figure
          label={`Charges a shot${schedule ? ', and a working day' : ''}`}
          value={`${figures.batch.charges.length}${schedule ? `; ${number(figures.batch.charges.length * schedule.shotsADay, 2)}` : ''}`}
        />
        <Figure label="Resin in all" value={number(order.resinKg, 3)} unit="kg" line="orderKg" />
        <Figure label="Of it A and B" value={`${number(order.aKg, 3)} + ${number(order.bKg, 3)}`} unit="kg" />
        {order.fillerKg > 0 && <Figure label="Pigment or filler" value={number(order.fillerKg, 2)} unit="kg" />}
        <Figure label="Left over" value={number(order.leftKg, 2)} unit="kg" line="leftKg" />
        {order.syringeFills != null && <Figure label="Syringe fills, each shot" value={count(order.syringeFills)} />}
        {schedule && <Figure label="Shots a working day" value={number(schedule.shotsADay, 2)} />}
        {schedule && <Figure label="Last part" value={day(schedule.lastPart)} />}
        {work.wantedBy && (
          <Figure label={`Molds for ${day(work.wantedBy)}`} value={work.toolsForDate ?? 'more than 12'} />
        )}
      </FigureGrid>
      <Purchases buy={work.buy} />
    </StationSheet>
  );
}

/** Three sizes a kit is sold in; an empty one is not sold. */
function Packs() {
  const { control, setValue } = useFormContext<CastingChoices>();
  const packs = useWatch({ control, name: 'order.packsKg' });
  return [0, 1, 2].map((i) => (
    <NumberField
      key={i}
      label={`Kit size ${i + 1}`}
      unit="kg"
      width="100%"
      optional={packs.length > 1 || i >= packs.length}
      min={0.05}
      max={2000}
      value={packs[i] ?? null}
      onChange={(value) =>
        setValue(
          'order.packsKg',
          value === null
            ? packs.filter((_, k) => k !== i)
            : Object.assign([...packs], { [Math.min(i, packs.length)]: value }),
        )
      }
    />
  ));
}

/** The life as a range, with each thing that lengthens or shortens it, and where this order's shots fall in it. */
function Life({ life, shots }: { life: NonNullable<CastingFigures['life']>; shots: number }) {
  const lasts = points(life.shots);
  const most = Math.max(lasts.high, shots) * 1.08;
  const share = (value: number) => `${(value / most) * 100}%`;
  return (
    <section aria-label="Life of a mold">
      <Typography variant="h2">How long a mold lasts</Typography>
      <Figure label="Shots from one mold, low / likely / high" value={range(life.shots, 2)} line="life" large />
      <Box
        role="img"
        aria-label={`This order takes ${shots} shots; one mold lasts ${range(life.shots, 2)}`}
        sx={{ position: 'relative', height: 34, my: 1 }}
      >
        <Box
          sx={{
            position: 'absolute',
            left: share(lasts.low),
            width: share(lasts.high - lasts.low),
            top: 8,
            height: 12,
            backgroundColor: 'primary.main',
            opacity: 0.35,
          }}
        />
        <Box
          sx={{
            position: 'absolute',
            left: share(lasts.likely),
            top: 4,
            height: 20,
            width: 3,
            backgroundColor: 'primary.main',
          }}
        />
        <Box sx={{ position: 'absolute', left: 0, top: 13, height: 2, width: '100%', backgroundColor: 'divider' }} />
        <Box
          sx={{
            position: 'absolute',
            left: share(shots),
            top: 0,
            height: 28,
            width: 2,
            backgroundColor: shots > lasts.likely ? 'error.main' : 'text.primary',
          }}
        />
        <Typography
          variant="body2"
          sx={{ position: 'absolute', left: `calc(${share(shots)} + 6px)`, top: 16, whiteSpace: 'nowrap' }}
        >
          this order
        </Typography>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        <Factor times={range(life.base, 2)} name="to begin with" why="the school’s range, or the shop’s own" />
        {life.factors.map((factor) => (
          <Factor key={factor.name} times={`× ${number(factor.times, 2)}`} name={factor.name} why={factor.why} />
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
        It ends when edges go round, the face dulls and sticks, undercuts tear, flash grows.
      </Typography>
    </section>
  );
}

function Factor({ times, name, why }: { times: string; name: string; why: string }) {
  return (
    <Box component="li" sx={{ display: 'flex', gap: 1.5, py: 0.25 }}>
      <Typography variant="mono" sx={{ width: 130, flexShrink: 0, textAlign: 'right', whiteSpace: 'nowrap' }}>
        {times}
      </Typography>
      <Typography sx={{ fontWeight: 560, minWidth: 140 }}>{name}</Typography>
      <Typography variant="body2" color="textSecondary">
        {why}
      </Typography>
    </Box>
  );
}
