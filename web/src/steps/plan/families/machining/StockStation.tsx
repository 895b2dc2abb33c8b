import type { MachiningChoices } from '../../../../app/api/types';
import { Figure } from '../../../../shared/Figure';
import { PlanFindings } from '../../PlanFindings';
import { number } from '../../../../shared/format';
import { NamedChoice } from '../../NamedChoice';
import { PlanNumber } from '../../planForm';
import { FigureGrid, StationSheet, type StationProps } from './station';

/** What it is cut from, and where the hours of a part go. */
export default function StockStation({ figures, offers, work }: StationProps) {
  return (
    <StationSheet
      inputs={
        <>
          <NamedChoice
            name="stock.materialId"
            label="Cut from"
            options={offers.materials['stock.materialId']!}
            hint={({ source }) => source}
          />
          <PlanNumber<MachiningChoices> name="stock.allowanceMm" label="Left all round" unit="mm" min={0.5} max={100} />
          <PlanNumber<MachiningChoices> name="stock.stepMm" label="Stocked in steps of" unit="mm" min={0.1} max={100} />
        </>
      }
    >
      <PlanFindings findings={work.at.stock ?? []} />
      <Figure
        label="The block, next sizes in stock"
        value={figures.blockMm.map((mm) => number(mm)).join(' × ')}
        unit="mm"
        large
      />
      <FigureGrid>
        <Figure label="It weighs" value={number(figures.blockKg, 3)} unit="kg" line="blockKg" />
        <Figure label="One part on the machine" value={number(figures.partH!, 3)} unit="h" line="partH" />
        <Figure label="Roughing" value={number(figures.roughH, 2)} unit="h" line="roughH" />
        <Figure label="Finishing" value={number(figures.finishH, 2)} unit="h" line="finishH" />
        <Figure label="Clamping" value={number(figures.setUpH, 2)} unit="h" line="setUpH" />
      </FigureGrid>
    </StationSheet>
  );
}
