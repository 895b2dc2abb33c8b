import { PlanNumber } from './planForm';

/** How many good parts are wanted; left empty, as many as were decided on. */
export const GoodParts = ({ chosen }: { chosen: number | null }) => (
  <PlanNumber
    name="order.parts"
    label="Good parts"
    unit=""
    optional
    whole
    min={1}
    max={1_000_000}
    hint={chosen == null ? 'empty: as decided' : undefined}
  />
);
