import { Figure } from '../../../../shared/Figure';
import { count, number } from '../../../../shared/format';
import { RunStation } from '../../RunStation';
import type { StationProps } from './station';

/** The builds of the whole order, and what to buy for them. */
export default function OrderStation({ figures, plan, work }: StationProps) {
  return (
    <RunStation parts={plan.order.parts} machines="Printers side by side" work={work}>
      <Figure label={`Builds for ${count(work.order.parts)} good parts`} value={count(figures.builds)} line="builds" />
      <Figure label="Printer, in all" value={number(figures.builds * figures.chosen.buildH, 3)} unit="h" />
    </RunStation>
  );
}
