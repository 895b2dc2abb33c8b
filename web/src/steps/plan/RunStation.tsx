import type { ReactNode } from 'react';
import type { WorkPlan } from '../../app/api/types';
import { GoodParts } from './GoodParts';
import { PlanNumber } from './planForm';
import { Purchases } from './Purchases';
import { FigureGrid, StationSheet } from './station';

interface Props {
  /** Chosen by hand; null: as decided. */
  parts: number | null;
  machines: string;
  work: WorkPlan;
  /** Figures of the whole order. */
  children: ReactNode;
}

/** How many, on how many machines side by side, and what to buy: for parts that are made piece by piece or build by build. */
export function RunStation({ parts, machines, work, children }: Props) {
  return (
    <StationSheet
      inputs={
        <>
          <GoodParts chosen={parts} />
          <PlanNumber name="order.machines" label={machines} unit="" whole min={1} max={60} />
        </>
      }
    >
      <FigureGrid>{children}</FigureGrid>
      <Purchases buy={work.buy} />
    </StationSheet>
  );
}
