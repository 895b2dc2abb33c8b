import { Box, Typography } from '@mui/material';
import type { PrintingChoices } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { count, number } from '../../../../shared/format';
import { PlanNumber } from '../../planForm';
import { Purchases } from '../../Purchases';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** How many, on how many printers, and what to buy. */
export default function OrderStation({ figures, plan, work }: StationProps) {
  return (
    <StationSheet
      inputs={
        <>
          <PlanNumber<PrintingChoices>
            name="order.parts"
            label="Good parts"
            unit=""
            optional
            whole
            min={1}
            max={1_000_000}
            hint={plan.order.parts == null ? 'empty: as decided' : undefined}
          />
          <PlanNumber<PrintingChoices>
            name="order.printers"
            label="Printers side by side"
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
          label={`Builds for ${count(work.order.parts)} good parts`}
          value={count(figures.builds)}
          line="builds"
        />
        <Figure label="Printer, in all" value={number(figures.builds * figures.chosen.buildH, 3)} unit="h" />
      </FigureGrid>
      <Box sx={{ mt: 2 }}>
        <Typography variant="h2">To buy</Typography>
        <Purchases buy={work.buy} />
      </Box>
    </StationSheet>
  );
}
