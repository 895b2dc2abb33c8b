import type { FormingChoices } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { number } from '../../../../shared/format';
import { PlanFindings } from '../../PlanFindings';
import { PlanNumber } from '../../planForm';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** How the air gets out from under the sheet in time. */
export default function AirStation({ figures: { air }, work }: StationProps) {
  return (
    <StationSheet
      inputs={
        <>
          <PlanNumber<FormingChoices> name="air.boxLitres" label="Box under the mold" unit="L" min={0} max={10000} />
          <PlanNumber<FormingChoices> name="air.tankLitres" label="Vacuum tank" unit="L" min={1} max={100000} />
          <PlanNumber<FormingChoices> name="air.tankMbar" label="In the tank, absolute" unit="mbar" min={1} max={900} />
          <PlanNumber<FormingChoices> name="air.withinS" label="Out within" unit="s" min={0.1} max={30} />
          <PlanNumber<FormingChoices>
            name="air.pressureKpa"
            label="Air pressed on it from over"
            unit="kPa"
            min={0}
            max={1000}
            hint="over the atmosphere; 200 to 600 for crisp detail"
          />
          <PlanNumber<FormingChoices>
            name="air.ventMm"
            label="Vent holes"
            unit="mm"
            optional
            min={0.2}
            max={10}
            hint={`${number(air.ventMm, 2)} mm`}
          />
          <PlanNumber<FormingChoices> name="air.slotMm" label="Width of slots" unit="mm" min={0.1} max={5} />
        </>
      }
    >
      <PlanFindings findings={work.at.air ?? []} />
      <FigureGrid>
        <Figure
          label="Pressure once the tank is opened"
          value={number(air.afterMbar, 3)}
          unit="mbar"
          line="afterMbar"
          large
        />
        <Figure label="Force on platen and clamp" value={number(air.forceKn, 3)} unit="kN" line="forceKn" large />
        <Figure label="Area to get it out" value={number(air.areaMm2, 3)} unit="mm²" line="ventMm2" />
        <Figure label={`Holes of ${number(air.ventMm, 2)} mm where air is caught last`} value={number(air.vents)} />
        <Figure label="Slots in the gaps, in all" value={number(air.slotMm, 3)} unit="mm" line="slotMm" />
      </FigureGrid>
    </StationSheet>
  );
}
