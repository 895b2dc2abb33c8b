import { Box, Typography } from '@mui/material';
import type { CastingChoices } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number } from '../../../../../shared/format';
import { FormChoice } from '../../../../../shared/formFields';
import { PlanFindings } from '../../../PlanFindings';
import { day } from '../../../moments';
import { PlanNumber } from '../../../planForm';
import { fillingNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';

/** How it is filled and cured: by which school against bubbles, in which equipment, until when. */
export default function CureStation({ figures, plan, work: { schedule } }: StationProps) {
  const { filling } = figures;
  const findings = [...filling.refusals, ...filling.messages];
  return (
    <StationSheet
      inputs={
        <>
          <FormChoice<CastingChoices>
            name="filling.school"
            label="Against bubbles"
            options={Object.keys(fillingNames)}
            names={fillingNames}
            unset="as the route does it"
            sx={{ gridColumn: '1 / -1' }}
          />
          <PlanNumber
            name="filling.pressureKpa"
            label="Pressure on the parts"
            unit="kPa"
            min={0}
            max={2000}
            hint="over the atmosphere"
          />
          <PlanNumber
            name="filling.moldPressureKpa"
            label="Mold was cured under"
            unit="kPa"
            optional
            min={0}
            max={2000}
            hint="empty: the same"
          />
          <PlanNumber
            name="filling.cureC"
            label="Cures at"
            unit="°C"
            optional
            min={0}
            max={200}
            hint={`empty: ${filling.school === 'chamber' ? 70 : 23}`}
          />
          <PlanNumber name="filling.toMbar" label="Pumped down to" unit="mbar" min={0.1} max={500} />
          <PlanNumber name="filling.overfillMm" label="Reservoir stands over" unit="mm" min={0} max={100} />
        </>
      }
      more={
        <>
          <Typography variant="body2" color="textSecondary" sx={{ mt: 1.5 }}>
            Chamber, pump, pot and oven come from the brief’s equipment. A pot is used to nine tenths of its plate and
            no further.
          </Typography>
        </>
      }
    >
      {findings.length > 0 ? (
        <PlanFindings findings={findings} />
      ) : (
        <Typography sx={{ my: 1.5 }}>Within every stated limit of the equipment.</Typography>
      )}
      <FigureGrid>
        <Figure
          label={`Handling strength, at ${number(filling.cureC)} °C`}
          value={number(filling.demoldH, 2)}
          unit="h"
          line="demold"
          large
        />
        <Figure label="Full properties after" value={number(filling.fullCureH / 24, 2)} unit="days" large />
        {schedule && <Figure label="First part in hand" value={day(schedule.firstPart)} />}
        {schedule && <Figure label="Last part with full properties" value={day(schedule.ready)} />}
        {filling.bubbleRatio != null && (
          <Figure
            label="A bubble shrinks to"
            value={number(filling.bubbleRatio, 3)}
            unit="of its width"
            line="bubble"
          />
        )}
        {filling.pumpDownS != null && (
          <Figure
            label={`Chamber down to ${number(plan.filling.toMbar)} mbar`}
            value={number(filling.pumpDownS, 3)}
            unit="s"
            line="pumpDown"
          />
        )}
        <Figure label="Hottest inside, about" value={number(figures.peakC, 2)} unit="°C" line="peak" />
        {schedule && <Figure label="Shots a working day" value={number(schedule.shotsADay, 2)} />}
      </FigureGrid>
      {filling.bubbleRatio != null && <Bubbles ratio={filling.bubbleRatio} kpa={plan.filling.pressureKpa} />}
    </StationSheet>
  );
}

/** The same bubble before and under pressure, to scale. */
function Bubbles({ ratio, kpa }: { ratio: number; kpa: number }) {
  const r = 30;
  return (
    <Box sx={{ mt: 2, color: 'primary.main' }}>
      <svg
        width={260}
        height={90}
        role="img"
        aria-label={`A bubble of 1 mm is ${number(ratio, 2)} mm under ${number(kpa)} kilopascal`}
      >
        <circle cx={40} cy={38} r={r} fill="none" stroke="currentColor" strokeWidth={1.5} />
        <path d="M86 38h44m-8-5l8 5l-8 5" fill="none" stroke="currentColor" strokeWidth={1.2} />
        <circle cx={170} cy={38} r={r * ratio} fill="none" stroke="currentColor" strokeWidth={1.5} />
        <text x={40} y={84} fontSize={12} textAnchor="middle" fill="currentColor">
          poured
        </text>
        <text x={170} y={84} fontSize={12} textAnchor="middle" fill="currentColor">
          {number(kpa)} kPa
        </text>
      </svg>
    </Box>
  );
}
