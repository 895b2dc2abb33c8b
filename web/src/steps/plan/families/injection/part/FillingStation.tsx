import { Box, Button, Stack, Typography } from '@mui/material';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { InjectionChoices, InjectionFigures, Place } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { Figure } from '../../../../../shared/Figure';
import { Findings } from '../../../../../shared/Findings';
import { FormChoice } from '../../../../../shared/formFields';
import { number } from '../../../../../shared/format';
import { PlanNumber } from '../../../planForm';
import { gateNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';
import { arrivalPainting, useToolMap } from './toolMap';

const PaintedPart = lazy(() => import('../../../painted/PaintedPart'));

/** How the part fills from its gates, on the part; gates are moved by picking. */
export default function FillingStation({ figures, plan, work, projectId }: StationProps) {
  const { setValue } = useFormContext<InjectionChoices>();
  const [moving, setMoving] = useState<number | null>(null);
  const [place, setPlace] = useState<Place | null>(null);
  const { gates } = figures.feed;
  const put = (at: number[][] | null) => {
    setValue('gates.at', at && at.map(([x, y, z]) => ({ x: x!, y: y!, z: z! })));
    setMoving(null);
  };
  const pick = (mm: number[]) => {
    const places = gates.map((gate) => gate.at.pointMm);
    put(places.length <= moving! ? [...places, mm] : places.map((old, i) => (i === moving ? mm : old)));
  };
  return (
    <StationSheet
      inputs={<Inputs plan={plan} />}
      more={
        <Box sx={{ mt: 2 }}>
          <Findings findings={work.at.filling ?? []} onShow={(finding) => setPlace(finding.place ?? null)} />
        </Box>
      }
    >
      {figures.shape && figures.filling && (
        <Model
          figures={figures}
          projectId={projectId}
          place={place}
          onPick={moving === null ? null : pick}
          note="Gates are balls; dark marks are weld lines, red ones trapped air, violet ones thick places."
        />
      )}
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1, my: 1 }}>
        {gates.map((gate, i) => (
          <Button
            key={gate.at.pointMm.join()}
            variant={moving === i ? 'contained' : 'outlined'}
            aria-pressed={moving === i}
            onClick={() => setMoving(moving === i ? null : i)}
          >
            {gates.length === 1 ? 'Move the gate' : `Move gate ${i + 1}`}
          </Button>
        ))}
        {figures.shape && (
          <Button
            variant={moving === gates.length ? 'contained' : 'outlined'}
            aria-pressed={moving === gates.length}
            onClick={() => setMoving(moving === gates.length ? null : gates.length)}
          >
            Add a gate
          </Button>
        )}
        {plan.gates.at && plan.gates.at.length > 1 && moving !== null && moving < gates.length && (
          <Button onClick={() => put(gates.filter((_, i) => i !== moving).map((g) => g.at.pointMm))}>
            Take it away
          </Button>
        )}
        {plan.gates.at && <Button onClick={() => put(null)}>Back to where the ways are shortest</Button>}
      </Stack>
      {moving !== null && <Typography role="status">Pick the place on the part.</Typography>}
      <FigureGrid>
        {figures.filling && (
          <>
            <Figure label="Flow length ÷ wall, farthest way" value={number(figures.filling.ratio!, 3)} />
            <Figure label="Longest way" value={number(figures.filling.lengthMm!, 3)} unit="mm" />
            <Figure label="Usual wall" value={number(figures.filling.usualWallMm!, 3)} unit="mm" />
          </>
        )}
        <Figure
          label={figures.feed.wideMm == null ? 'Gate, diameter' : 'Gate, thick × wide'}
          value={[figures.feed.thickMm, figures.feed.wideMm]
            .flatMap((v) => (v == null ? [] : number(v, 2)))
            .join(' × ')}
          unit="mm"
          line="gateMm"
        />
        {figures.feed.runnerMm! > 0 && (
          <Figure label="Runner, diameter" value={number(figures.feed.runnerMm!, 2)} unit="mm" line="runnerMm" />
        )}
        <Figure label="Runner of a shot" value={number(figures.feed.runnerG!, 2)} unit="g" line="runnerG" />
        {figures.ventMm && (
          <Figure label="Vents, deep" value={figures.ventMm.map((mm) => number(mm, 2)).join(' to ')} unit="mm" />
        )}
      </FigureGrid>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Left on the part: {figures.feed.vestige}. A first look by distance along the wall, thick before thin: it orders
        places and predicts neither pressure nor temperature.
      </Typography>
    </StationSheet>
  );
}

function Inputs({ plan }: { plan: InjectionChoices }) {
  return (
    <>
      <FormChoice<InjectionChoices>
        name="gates.kind"
        label="Gate"
        options={Object.keys(gateNames)}
        names={gateNames}
        sx={{ gridColumn: '1 / -1' }}
      />
      {!plan.gates.at && (
        <PlanNumber<InjectionChoices>
          name="gates.count"
          label="Gates of a part"
          unit=""
          optional
          whole
          min={1}
          max={4}
          hint={plan.gates.count == null ? 'empty: as few as reach everywhere' : undefined}
        />
      )}
    </>
  );
}

interface ModelProps {
  figures: InjectionFigures;
  projectId: string;
  place: Place | null;
  onPick: ((mm: number[]) => void) | null;
  note: string;
}

function Model({ figures, projectId, place, onPick, note }: ModelProps) {
  const ink = useInk();
  const { feed, filling } = figures;
  const map = useToolMap(feed.gates, figures.metal);
  const painting = useMemo(() => map && arrivalPainting(map, filling!.ratio!, ink), [map, filling, ink]);
  if (!map || !painting) return <Box sx={{ height: 470 }} />;
  const marks = [
    ...filling!.welds.map((weld) => ({ kind: 'weld' as const, place: weld.place })),
    ...filling!.lastPoints
      .filter((last) => !last.isVented)
      .map((last) => ({ kind: 'air' as const, place: last.place })),
    ...filling!.thick.map((thick) => ({ kind: 'thick' as const, place: thick.place })),
  ];
  return (
    <Suspense fallback={<Box sx={{ height: 470 }} />}>
      <PaintedPart
        projectId={projectId}
        map={map}
        painting={painting}
        gates={feed.gates}
        marks={marks}
        place={place}
        onPick={onPick}
        note={note}
      />
    </Suspense>
  );
}
