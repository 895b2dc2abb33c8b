import type { InjectionChoices } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { count, number } from '../../../../shared/format';
import { GoodParts } from '../../GoodParts';
import { PlanNumber } from '../../planForm';
import { Purchases } from '../../Purchases';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** The runs on the press that make the order, and the plastic for them. */
export default function RunsStation({ figures, plan, work }: StationProps) {
  return (
    <StationSheet
      inputs={
        <>
          <GoodParts chosen={plan.order.parts} />
          <PlanNumber<InjectionChoices>
            name="order.runParts"
            label="Parts of one run"
            unit=""
            optional
            whole
            min={1}
            max={1_000_000}
            hint={plan.order.runParts == null ? 'empty: by the shop’s norm' : undefined}
          />
        </>
      }
    >
      <FigureGrid>
        <Figure label={`Runs for ${count(work.order.parts)} good parts`} value={count(figures.runs)} line="runs" />
        <Figure label="Parts of a run" value={count(work.order.each)} />
        <Figure label="Parts an hour" value={number(figures.process.partsPerH!, 3)} line="partsPerH" />
      </FigureGrid>
      <Purchases buy={work.buy} />
    </StationSheet>
  );
}
