import { Box, Typography } from '@mui/material';
import type { MachiningChoices } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { count, number } from '../../../../shared/format';
import { PlanNumber } from '../../planForm';
import { Purchases } from '../../Purchases';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** How many, on how many machines, and what to buy. */
export default function OrderStation({ figures, plan, work }: StationProps) {
  return (
    <StationSheet
      inputs={
        <>
          <PlanNumber<MachiningChoices>
            name="order.parts"
            label="Good parts"
            unit=""
            optional
            whole
            min={1}
            max={1_000_000}
            hint={plan.order.parts == null ? 'empty: as decided' : undefined}
          />
          <PlanNumber<MachiningChoices>
            name="order.machines"
            label="Machines side by side"
            unit=""
            whole
            min={1}
            max={60}
          />
        </>
      }
    >
      <FigureGrid>
        <Figure
          label={`Blocks for ${count(work.order.parts)} good parts`}
          value={count(work.order.shots)}
          line="blocksKg"
        />
        <Figure label="Machine, in all" value={number(work.order.shots * figures.partH!, 3)} unit="h" />
      </FigureGrid>
      <Box sx={{ mt: 2 }}>
        <Typography variant="h2">To buy</Typography>
        <Purchases buy={work.buy} />
      </Box>
    </StationSheet>
  );
}
