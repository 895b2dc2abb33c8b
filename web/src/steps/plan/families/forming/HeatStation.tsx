import { Box, Typography } from '@mui/material';
import type { FormingChoices, FormingFigures } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { number } from '../../../../shared/format';
import { FormCheck } from '../../../../shared/formFields';
import { PlanFindings } from '../../PlanFindings';
import { PlanNumber } from '../../planForm';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** From the cold sheet to one that is taken off: drying, heating without scorching, sag, cooling, the cycle. */
export default function HeatStation({ figures, work }: StationProps) {
  const { heat, cycle, material } = figures;
  return (
    <StationSheet
      inputs={
        <>
          <PlanNumber<FormingChoices>
            name="heat.fluxKwPerM2"
            label={heat?.sides === 1 ? 'Heat, on its one side' : 'Heat, each side'}
            unit="kW/m²"
            optional
            min={0.5}
            max={60}
            hint={heat ? `${number(heat.fluxKwPerM2, 3)}; ${number(heat.mostFlux, 3)} scorches` : undefined}
          />
          <PlanNumber<FormingChoices>
            name="heat.sagStrainPct"
            label="Growth of the hot sheet"
            unit="%"
            min={0.1}
            max={20}
          />
          <PlanNumber<FormingChoices>
            name="heat.moldC"
            label="Face of the mold"
            unit="°C"
            optional
            min={5}
            max={180}
            hint={heat ? `${number(heat.moldC, 3)} °C` : undefined}
          />
          <FormCheck<FormingChoices> name="heat.oneSided" label="Heated from one side only" />
          <FormCheck<FormingChoices> name="heat.fans" label="Fans on the sheet while it cools" />
        </>
      }
    >
      <PlanFindings findings={work.at.heat ?? []} />
      {heat && <Profile heat={heat} sheet={material.sheet!} />}
      {heat && (
        <FigureGrid>
          {heat.dryC != null && heat.dryH != null && (
            <Figure label={`Drying at ${number(heat.dryC)} °C`} value={number(heat.dryH, 2)} unit="h" />
          )}
          <Figure label="Heating" value={number(heat.heatS, 3)} unit="s" line="heatS" />
          <Figure
            label={heat.sides === 1 ? 'Heated face ahead of the other' : 'Surface ahead of the middle'}
            value={number(heat.leadK, 3)}
            unit="K"
            line="leadK"
          />
          <Figure label="Sag to expect" value={number(heat.sagMm, 2)} unit="mm" line="sagMm" />
          <Figure
            label={`Cooling ${number(heat.thickMm, 3)} mm on the mold`}
            value={number(heat.coolS, 3)}
            unit="s"
            line="coolS"
          />
          <Figure label="The mold recovers" value={number(heat.recoverS, 3)} unit="s" />
          <Figure label="From sheet to sheet" value={number(cycle.seconds!, 3)} unit="s" line="cycleS" />
          <Figure label="Good parts a day" value={number(cycle.partsADay!, 3)} line="partsADay" />
        </FigureGrid>
      )}
      {heat && <Cycle figures={figures} heat={heat} />}
    </StationSheet>
  );
}

type Heat = NonNullable<FormingFigures['heat']>;

const [WIDE, HIGH, LEFT, RIGHT, FOOT] = [520, 190, 40, 120, 26];

/** Temperature through the sheet when it is ready, against the window it is formed in. */
function Profile({ heat, sheet }: { heat: Heat; sheet: NonNullable<FormingFigures['material']['sheet']> }) {
  const [low, high] = [sheet.formLowC - 25, Math.max(sheet.formHighC, heat.surfaceC) + 15];
  const y = (c: number) => 8 + ((HIGH - FOOT - 8) * (high - c)) / (high - low);
  const x = (share: number) => LEFT + (WIDE - LEFT - RIGHT) * share;
  const through = Array.from({ length: 41 }, (_, i) => i / 40);
  const oneSided = heat.sides === 1;
  const depth = (s: number) => (oneSided ? 1 - s : 2 * s - 1);
  const curve = through.map((s) => `${x(s).toFixed(1)},${y(heat.middleC + heat.leadK * depth(s) ** 2).toFixed(1)}`);
  const coolest = oneSided ? 'far face' : 'middle';
  const scorches = heat.surfaceC > sheet.formHighC;
  return (
    <Box component="figure" sx={{ m: 0, mb: 1, maxWidth: 640 }}>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        role="img"
        aria-label={`When it is ready the ${coolest} has ${number(heat.middleC, 3)} °C and the surface ${number(heat.surfaceC, 3)} °C; it is formed from ${number(sheet.formLowC)} to ${number(sheet.formHighC)} °C`}
        sx={{ width: '100%', fontSize: 11, color: 'text.secondary' }}
      >
        <Box component="g" sx={{ color: 'primary.main' }}>
          <rect
            x={x(0)}
            y={y(sheet.formHighC)}
            width={x(1) - x(0)}
            height={y(sheet.formLowC) - y(sheet.formHighC)}
            fill="currentColor"
            opacity={0.14}
          />
        </Box>
        {[sheet.formLowC, sheet.formHighC].map((c) => (
          <text key={c} x={LEFT - 5} y={y(c) + 4} textAnchor="end" fill="currentColor">
            {number(c)} °C
          </text>
        ))}
        <text x={x(1) + 8} y={y(sheet.formLowC) - 2} fill="currentColor">
          formed in here
        </text>
        <Box component="g" sx={{ color: scorches ? 'error.main' : 'text.primary' }}>
          <polyline points={curve.join(' ')} fill="none" stroke="currentColor" strokeWidth={2} />
          <text x={oneSided ? x(0.12) : x(1) + 8} y={y(heat.surfaceC) + 4} fill="currentColor">
            surface {number(heat.surfaceC, 3)} °C
          </text>
          <text x={x(oneSided ? 0.8 : 0.5)} y={y(heat.middleC) + 16} textAnchor="middle" fill="currentColor">
            {coolest} {number(heat.middleC, 3)} °C
          </text>
        </Box>
        <text x={x(0)} y={HIGH - 6} fill="currentColor">
          {oneSided ? 'heated face' : 'one face'}
        </text>
        <text x={x(1)} y={HIGH - 6} textAnchor="end" fill="currentColor">
          the other
        </text>
      </Box>
      <Typography component="figcaption" variant="body2" color="textSecondary">
        Through the sheet, {number(heat.heatS, 3)} s after it went in.
      </Typography>
    </Box>
  );
}

/** One sheet after the other, to scale. */
function Cycle({ figures, heat }: { figures: FormingFigures; heat: Heat }) {
  const { cycle } = figures;
  const steps: [string, number, number][] = [
    ['load, take off', cycle.loadS, 0.35],
    ['heat', heat.heatS, 0.8],
    ['form', cycle.formS, 1],
    ['cool', heat.coolS, 0.55],
    ['recover', heat.recoverS, 0.2],
  ];
  return (
    <Box
      sx={{ display: 'flex', mt: 2, maxWidth: 640 }}
      role="img"
      aria-label={steps.map(([n, s]) => `${n} ${number(s, 3)} s`).join(', ')}
    >
      {steps
        .filter(([, s]) => s > 0)
        .map(([name, s, strength]) => (
          <Box key={name} sx={{ flex: `${s} 1 0`, minWidth: 0 }}>
            <Box sx={{ height: 14, mr: '2px', backgroundColor: 'primary.main', opacity: strength }} />
            <Typography variant="body2" noWrap>
              {s > 0.06 * cycle.seconds! && `${name} ${number(s, 3)} s`}
            </Typography>
          </Box>
        ))}
    </Box>
  );
}
