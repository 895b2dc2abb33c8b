import { Box, Button, Typography } from '@mui/material';
import { useFormContext } from 'react-hook-form';
import type { FormingChoices, FormingFigures } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { FormCheck } from '../../../../shared/formFields';
import { count, euros, number, points } from '../../../../shared/format';
import { stackingTable } from '../../../../shared/stackingTable';
import { PlanFindings } from '../../PlanFindings';
import { PlanNumber } from '../../planForm';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** What the mold may be made of, priced for the order, and how fine it is cut. */
export default function MoldStation({ figures, plan, work }: StationProps) {
  const { cutting } = figures;
  return (
    <StationSheet
      inputs={
        <>
          <PlanNumber<FormingChoices> name="mold.boardMm" label="Board" unit="mm" min={3} max={300} />
          <PlanNumber<FormingChoices>
            name="mold.cornerMm"
            label="Sharpest corner"
            unit="mm"
            optional
            min={0}
            max={500}
          />
          <PlanNumber<FormingChoices>
            name="mold.ballRadiusMm"
            label="Ball cutter, radius"
            unit="mm"
            min={0.5}
            max={25}
          />
          <PlanNumber<FormingChoices>
            name="mold.scallopMm"
            label="Ridges it leaves"
            unit="mm"
            min={0.005}
            max={2}
            hint={`${number(cutting.stepoverMm, 2)} mm between passes`}
          />
          <PlanNumber<FormingChoices> name="mold.reachMm" label="Cutter reaches" unit="mm" min={5} max={500} />
          <PlanNumber<FormingChoices> name="mold.tableLengthMm" label="Table, long" unit="mm" min={100} max={10000} />
          <PlanNumber<FormingChoices> name="mold.tableWidthMm" label="Table, wide" unit="mm" min={100} max={10000} />
          <FormCheck<FormingChoices> name="mold.tile" label="Trial tile of both sides first" />
        </>
      }
    >
      <PlanFindings findings={work.at.mold ?? []} />
      <Typography variant="h2">For {count(work.order.parts)} parts</Typography>
      <Options figures={figures} chosen={plan.mold.moldId} />
      <FigureGrid>
        {cutting.layers != null && <Figure label="Layers of board" value={number(cutting.layers)} line="layers" />}
        <Figure label="Height" value={number(cutting.heightMm, 3)} unit="mm" />
        <Figure label="Finish of its face" value={euros(cutting.planned.euros)} line="finishCost" />
        <Figure label="Trial tile of both sides" value={euros(cutting.tile)} line="tileCost" />
      </FigureGrid>
      <Typography variant="h2" sx={{ mt: 2 }}>
        How fine to cut
      </Typography>
      <ScallopCurve cutting={cutting} />
    </StationSheet>
  );
}

function Options({ figures, chosen }: { figures: FormingFigures; chosen: string }) {
  const { setValue } = useFormContext<FormingChoices>();
  const least = Math.min(...figures.molds.filter((m) => m.bears).map((m) => points(m.forOrder).likely));
  return (
    <Box component="table" sx={{ ...stackingTable, mb: 2 }}>
      <thead>
        <tr>
          <th scope="col">Mold</th>
          <th scope="col">The first</th>
          <th scope="col">Each further</th>
          <th scope="col">Sheets it lasts</th>
          <th scope="col">Needed</th>
          <th scope="col">A sheet takes</th>
          <th scope="col">Face gets</th>
          <th scope="col">With forming</th>
          <th scope="col">Choice</th>
        </tr>
      </thead>
      <tbody>
        {figures.molds.map((mold) => (
          <tr key={mold.moldId} aria-current={mold.moldId === chosen || undefined}>
            <td>
              <b>{mold.name}</b>
              <Typography variant="body2" color="textSecondary">
                {mold.says}
              </Typography>
            </td>
            <td data-of="the first">{euros(mold.first)}</td>
            <td data-of="each further">{euros(mold.next)}</td>
            <td data-of="lasts">
              {count(points(mold.life).low)} to {count(points(mold.life).high)}
            </td>
            <td data-of="needed">{mold.needed}</td>
            <td data-of="a sheet">{mold.cycleS == null ? 'not known' : `${number(mold.cycleS, 3)} s`}</td>
            <td data-of="face">
              <Box component="span" sx={{ color: mold.bears ? undefined : 'error.main' }}>
                {number(mold.faceC, 3)} of {number(mold.bearsC)} °C
              </Box>
            </td>
            <td data-of="with forming">
              <b>{euros(mold.forOrder)}</b>
              {mold.bears && points(mold.forOrder).likely === least && ' least'}
            </td>
            <td>
              {mold.moldId === chosen ? (
                'planned'
              ) : mold.ofRoute ? (
                <Button sx={{ p: 0 }} onClick={() => setValue('mold.moldId', mold.moldId)}>
                  Take it
                </Button>
              ) : (
                'other route'
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

const [WIDE, HIGH, LEFT, FOOT] = [560, 210, 46, 30];

/** Machine and sandpaper against the height of the ridges, and their sum. */
function ScallopCurve({ cutting }: { cutting: FormingFigures['cutting'] }) {
  const { curve, planned, cheapest } = cutting;
  const rate = planned.euros / (planned.machineH + planned.handsH);
  const [from, to] = [Math.log(curve[0]!.scallopMm), Math.log(curve.at(-1)!.scallopMm)];
  const most = Math.max(planned.euros, ...curve.map((p) => p.euros));
  const x = (mm: number) => LEFT + ((WIDE - LEFT - 10) * (Math.log(mm) - from)) / (to - from);
  const y = (euro: number) => HIGH - FOOT - ((HIGH - FOOT - 12) * euro) / most;
  const line = (of: (p: (typeof curve)[number]) => number) =>
    curve.map((p) => `${x(p.scallopMm).toFixed(1)},${y(of(p)).toFixed(1)}`).join(' ');
  return (
    <Box component="figure" sx={{ m: 0, maxWidth: 640 }}>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        role="img"
        aria-label={`Finish of the face: ${euros(planned.euros)} at ridges of ${number(planned.scallopMm, 2)} mm, least ${euros(cheapest.euros)} at ${number(cheapest.scallopMm, 2)} mm`}
        sx={{ width: '100%', fontSize: 11, color: 'text.secondary' }}
      >
        {[0, most / 2, most].map((euro) => (
          <g key={euro}>
            <line x1={LEFT} x2={WIDE - 10} y1={y(euro)} y2={y(euro)} stroke="currentColor" opacity={0.25} />
            <text x={LEFT - 5} y={y(euro) + 4} textAnchor="end" fill="currentColor">
              {euros(euro)}
            </text>
          </g>
        ))}
        {[0.01, 0.02, 0.05, 0.1, 0.2, 0.5].map((mm) => (
          <text key={mm} x={x(mm)} y={HIGH - 12} textAnchor="middle" fill="currentColor">
            {mm}
          </text>
        ))}
        <text x={WIDE - 10} y={HIGH - 1} textAnchor="end" fill="currentColor">
          ridges, mm
        </text>
        <polyline points={line((p) => p.machineH * rate)} fill="none" stroke="currentColor" strokeDasharray="6 3" />
        <polyline points={line((p) => p.handsH * rate)} fill="none" stroke="currentColor" strokeDasharray="2 3" />
        <Box component="g" sx={{ color: 'primary.main' }}>
          <polyline points={line((p) => p.euros)} fill="none" stroke="currentColor" strokeWidth={2} />
          <circle cx={x(cheapest.scallopMm)} cy={y(cheapest.euros)} r={4} fill="currentColor" />
        </Box>
        <Box component="g" sx={{ color: 'text.primary' }}>
          <line x1={x(planned.scallopMm)} x2={x(planned.scallopMm)} y1={8} y2={HIGH - FOOT} stroke="currentColor" />
          <text x={x(planned.scallopMm) + 5} y={18} fill="currentColor">
            planned, {euros(planned.euros)}
          </text>
        </Box>
      </Box>
      <Typography component="figcaption" variant="body2" color="textSecondary">
        Dashed: the machine. Dotted: sandpaper. Line: both; the dot is the least, {euros(cheapest.euros)} at ridges of{' '}
        {number(cheapest.scallopMm, 2)} mm.
      </Typography>
    </Box>
  );
}
