import { Typography } from '@mui/material';
import type { PrintingChoices, PrintingFigures } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { PlanFindings } from '../../PlanFindings';
import { count, number } from '../../../../shared/format';
import { NamedChoice } from '../../NamedChoice';
import { PlanNumber } from '../../planForm';
import { FigureGrid, processNames, StationSheet, type StationProps } from './station';

/** What stands on the platform, and how long the printer is at it. */
export default function BuildStation({ figures, offers, work }: StationProps) {
  const { chosen } = figures;
  return (
    <StationSheet
      inputs={
        <>
          <NamedChoice
            name="build.materialId"
            label="Printed of"
            options={offers.materials['build.materialId']!}
            hint={({ source }) => source}
          />
          <PlanNumber<PrintingChoices> name="build.layerMm" label="Layer" unit="mm" min={0.01} max={1} />
          <PlanNumber<PrintingChoices> name="build.gapMm" label="Between parts" unit="mm" min={0} max={100} />
          <PlanNumber<PrintingChoices>
            name="build.parts"
            label="Parts in a build"
            unit=""
            whole
            optional
            min={1}
            max={1000}
            hint="empty: as many as fit"
          />
        </>
      }
    >
      <PlanFindings findings={work.at.build ?? []} />
      <Platform figures={figures} />
      <FigureGrid>
        <Figure label="One build" value={number(chosen.buildH, 2)} unit="h" line="buildH" />
        <Figure label="Builds" value={count(figures.builds)} line="builds" />
        <Figure label="One part" value={number(figures.partG, 3)} unit="g" />
        <Figure label="Its support" value={number(chosen.supportG, 2)} unit="g" line="supportG" />
      </FigureGrid>
      <Typography color="textSecondary" sx={{ mt: 1 }}>
        {processNames[figures.process]}. The machine’s own software goes first: it knows its layers, its laser and its
        bed.
      </Typography>
    </StationSheet>
  );
}

/** The platform from above with the parts' boxes on it, to scale. */
function Platform({ figures: { chosen, roomMm } }: { figures: PrintingFigures }) {
  const [long, wide] = roomMm as [number, number];
  const [a, b] = chosen.stance.floorMm as [number, number];
  const fit = (l: number, w: number) => Math.floor(long / l) * Math.floor(wide / w);
  const [l, w] = fit(a, b) >= fit(b, a) ? [a, b] : [b, a];
  const columns = Math.max(1, Math.floor(long / l));
  const shown = Math.min(chosen.inBuild, columns * Math.max(1, Math.floor(wide / w)));
  return (
    <svg
      viewBox={`-2 -2 ${long + 4} ${wide + 4}`}
      style={{ width: '100%', maxWidth: 420, display: 'block', marginBottom: 12 }}
      role="img"
      aria-label={`Platform ${number(long)} by ${number(wide)} millimetres with ${shown} parts`}
    >
      <rect x="0" y="0" width={long} height={wide} fill="none" stroke="currentColor" strokeWidth="1.5" />
      {Array.from({ length: shown }, (_, i) => (
        <rect
          key={i}
          x={(i % columns) * (long / columns) + (long / columns - l) / 2}
          y={Math.floor(i / columns) * w * 1.02}
          width={l}
          height={w}
          fill="currentColor"
          opacity="0.25"
          stroke="currentColor"
        />
      ))}
    </svg>
  );
}
