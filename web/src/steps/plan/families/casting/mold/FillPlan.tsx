import { Box, Typography } from '@mui/material';
import type { CastingChoices, CastingFigures } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number } from '../../../../../shared/format';
import { FormCheck, FormChoice } from '../../../../../shared/formFields';
import { PlanFindings } from '../../../PlanFindings';
import { NamedChoice } from '../../../NamedChoice';
import { PlanNumber } from '../../../planForm';
import { fillNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';
import { softens } from './softens';

type Props = StationProps & { fill: NonNullable<CastingFigures['filledPrint']> };

/** A print that is filled: a sparse part made solid, or soft joints cast into its pockets. */
export function FillPlan({ figures, offers, work, fill, plan }: Props) {
  const hollow = plan.filledPrint.purpose === 'hollow';
  return (
    <StationSheet
      inputs={
        <>
          <FormChoice<CastingChoices>
            name="filledPrint.purpose"
            label="What is filled"
            options={Object.keys(fillNames)}
            names={fillNames}
            sx={{ gridColumn: '1 / -1' }}
          />
          <NamedChoice
            name="filledPrint.printId"
            label="Printed of"
            options={offers.materials['printed.printId']!}
            hint={softens}
          />
          <PlanNumber
            name="filledPrint.skinMm"
            label={hollow ? 'Printed skin' : 'Pocket walls, cut away'}
            unit="mm"
            min={0.3}
            max={20}
            hint={hollow ? undefined : '0.4 to 0.8'}
          />
          {hollow && (
            <PlanNumber
              name="filledPrint.latticePct"
              label="Lattice"
              unit="%"
              min={0}
              max={95}
              hint="share of the inside printed"
            />
          )}
          {!hollow && <PlanNumber name="filledPrint.pocketCm3" label="All pockets" unit="cm³" min={0.01} max={1e5} />}
          {!hollow && <PlanNumber name="filledPrint.pockets" label="Pockets" unit="" whole min={1} max={500} />}
          <PlanNumber
            name="filledPrint.overfillMm"
            label="Overfill"
            unit="mm"
            min={0}
            max={50}
            hint="2 to 3, cut flush"
          />
          <Box sx={{ alignSelf: 'center' }}>
            <FormCheck<CastingChoices> name="filledPrint.interlocks" label="Interlocks drawn" />
          </Box>
        </>
      }
    >
      <Typography color="textSecondary">
        For prints that are filled with resin; a plain print needs nothing of this.
      </Typography>
      <PlanFindings findings={fill.advice} />
      <FigureGrid>
        <Figure label="Resin in one part" value={number(fill.fillCm3, 3)} unit="cm³" line="hollow" />
        <Figure label="It weighs" value={number(fill.massG, 3)} unit="g" line="fillMass" />
        <Figure
          label="Standing over, cut off"
          value={number(work.working.find((l) => l.id === 'overfill')?.value as number, 2)}
          unit="cm³"
          line="overfill"
        />
        <Figure label="The print" value={number(fill.printG, 3)} unit="g" />
        <Figure label="The part, filled" value={number(fill.partG, 3)} unit="g" />
        <Figure label="Resin inside may reach" value={number(figures.peakC, 2)} unit="°C" line="peak" />
      </FigureGrid>
      <Typography sx={{ mt: 2 }}>
        Resin on print bonds <b>{fill.bond.strength}</b>: {fill.bond.note}.
      </Typography>
    </StationSheet>
  );
}
