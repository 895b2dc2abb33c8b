import { Box, Button, Typography } from '@mui/material';
import { useFormContext } from 'react-hook-form';
import type { FormingChoices, FormingFigures } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { count, euros, number, points } from '../../../../shared/format';
import { stackingTable } from '../../../../shared/stackingTable';
import { GoodParts } from '../../GoodParts';
import { PlanFindings } from '../../PlanFindings';
import { PlanNumber } from '../../planForm';
import { Purchases } from '../../Purchases';
import { trimNames } from './names';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** Cut to the line, what shrink leaves to chance, and the whole order. */
export default function TrimStation({ figures, plan, work }: StationProps) {
  const { shrink, blank } = figures;
  return (
    <StationSheet
      inputs={
        <>
          <GoodParts chosen={plan.order.parts} />
          <PlanNumber<FormingChoices> name="order.molds" label="Molds in turn" unit="" whole min={1} max={60} />
        </>
      }
    >
      <PlanFindings findings={work.at.trim ?? []} />
      <Ways figures={figures} chosen={plan.trim.method} />
      <FigureGrid>
        <Figure
          label="Trimming one part"
          value={number(chosenOf(figures, plan.trim.method).minEach, 2)}
          unit="min"
          line="trimMin"
        />
        <Figure
          label={`Shrink, ${number(points(shrink.pct).low)} to ${number(points(shrink.pct).high)} %, leaves to chance ±`}
          value={number(shrink.missesMm, 2)}
          unit={shrink.toleranceMm == null ? 'mm' : `mm of ${number(shrink.toleranceMm, 2)}`}
          line="shrinkMissMm"
        />
        <Figure
          label={`Sheets for ${count(work.order.parts)} good parts`}
          value={count(work.order.shots)}
          line="shots"
        />
        <Figure label="Stock sheets" value={count(blank.stock)} line="stockSheets" />
        <Figure label="One sheet" value={number(blank.sheetKg, 3)} unit="kg" line="sheetKg" />
        <Figure label="One part" value={number(blank.partKg, 3)} unit="kg" line="partKg" />
      </FigureGrid>
      <Purchases buy={work.buy} />
    </StationSheet>
  );
}

const chosenOf = (figures: FormingFigures, method: string) => figures.trim.find((t) => t.method === method)!;

function Ways({ figures, chosen }: { figures: FormingFigures; chosen: string }) {
  const { setValue } = useFormContext<FormingChoices>();
  return (
    <>
      <Typography variant="h2">Trim {number((figures.shell?.outlineMm ?? 0) / 1000, 3) || ''} m of edge</Typography>
      <Box component="table" sx={{ ...stackingTable, mb: 2 }}>
        <thead>
          <tr>
            <th scope="col">How</th>
            <th scope="col">Each part</th>
            <th scope="col">Program or die</th>
            <th scope="col">For the order</th>
            <th scope="col">Choice</th>
          </tr>
        </thead>
        <tbody>
          {figures.trim.map((one) => (
            <tr key={one.method} aria-current={one.method === chosen || undefined}>
              <td>
                <b>{trimNames[one.method!]}</b>
              </td>
              <td data-of="each">{number(one.minEach, 2)} min</td>
              <td data-of="program or die">{points(one.fixture).likely > 0 ? euros(one.fixture) : 'none'}</td>
              <td data-of="for the order">
                <b>{euros(one.forOrder)}</b>
              </td>
              <td>
                {one.method === chosen ? (
                  'planned'
                ) : (
                  <Button sx={{ p: 0 }} onClick={() => setValue('trim.method', one.method!)}>
                    Take it
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
    </>
  );
}
