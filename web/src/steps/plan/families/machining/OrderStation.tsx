import { Figure } from '../../../../shared/Figure';
import { count, number } from '../../../../shared/format';
import { RunStation } from '../../RunStation';
import type { StationProps } from './station';

/** The blocks of the whole order, and what to buy. */
export default function OrderStation({ figures, plan, work }: StationProps) {
  return (
    <RunStation parts={plan.order.parts} machines="Machines side by side" work={work}>
      <Figure
        label={`Blocks for ${count(work.order.parts)} good parts`}
        value={count(work.order.shots)}
        line="blocksKg"
      />
      <Figure label="Machine, in all" value={number(work.order.shots * figures.partH!, 3)} unit="h" />
    </RunStation>
  );
}
