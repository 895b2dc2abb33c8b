import { Alert, Box, Typography } from '@mui/material';
import { lazy, Suspense } from 'react';
import type { CastingChoices, CastingFigures } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { number, range } from '../../../../../shared/format';
import { FormCheck, FormChoice } from '../../../../../shared/formFields';
import { PlanFindings } from '../../../PlanFindings';
import { NamedChoice } from '../../../NamedChoice';
import { inputGrid, PlanNumber } from '../../../planForm';
import { printedNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';
import { softens } from './softens';
import { usePart } from './SiliconePlan';

const PourPanel = lazy(() => import('./PourPanel'));
const SplitMold = lazy(() => import('./SplitMold'));

const shells: readonly string[] = ['sacrificial', 'soluble', 'eggshell'];

type Props = StationProps & { printed: NonNullable<CastingFigures['printed']> };

/** A mold off the printer: whether it lets go, holds the heat, prints without trapped support; and the halves themselves. */
export function PrintedPlan({ projectId, figures, whole, offers, printed, plan }: Props) {
  const part = usePart(projectId);
  const shell = shells.includes(printed.kind ?? '');
  return (
    <StationSheet
      inputs={
        <>
          <FormChoice<CastingChoices>
            name="printed.kind"
            label="Kind"
            options={Object.keys(printedNames)}
            names={printedNames}
            unset="as the route makes it"
            sx={{ gridColumn: '1 / -1' }}
          />
          <NamedChoice
            name="printed.printId"
            label="Printed of"
            options={offers.materials['printed.printId']!}
            hint={softens}
          />
          {shell && (
            <PlanNumber name="printed.shellMm" label="Shell" unit="mm" min={0.3} max={20} hint="0.8 to 1.2 breaks" />
          )}
          {shell && (
            <PlanNumber name="printed.rimMm" label="Rim over the fill face" unit="mm" min={0} max={50} hint="3 to 5" />
          )}
          <PlanNumber name="pour.cavities" label="Cavities in a mold" unit="" whole min={1} max={60} />
          {printed.inhibition && (
            <Box sx={{ gridColumn: '1 / -1' }}>
              <FormCheck<CastingChoices> name="printed.sealed" label="Post-cured, sealed, and a test dab cured clean" />
            </Box>
          )}
        </>
      }
      more={
        <>
          {!shell && (
            <>
              <Typography variant="h2" sx={{ mt: 3, mb: 1.5 }}>
                The halves
              </Typography>
              <Box sx={inputGrid}>
                <PlanNumber name="split.wallMm" label="Wall" unit="mm" min={3} max={100} />
                <PlanNumber name="split.cavities" label="Cavities in a block" unit="" min={1} max={12} />
                <PlanNumber
                  name="split.partingMm"
                  label="Parting plane"
                  unit="mm"
                  optional
                  min={0}
                  max={2000}
                  hint="empty: least shut-off"
                />
                <PlanNumber
                  name="split.boltHoleMm"
                  label="Bolt holes"
                  unit="mm"
                  optional
                  min={0.5}
                  hint="empty: clamps"
                />
                <PlanNumber
                  name="split.pourHoleMm"
                  label="Pour hole"
                  unit="mm"
                  optional
                  min={0.5}
                  max={40}
                  hint="empty: none"
                />
                <PlanNumber
                  name="split.ventMm"
                  label="Vents"
                  unit="mm"
                  optional
                  min={0.5}
                  max={20}
                  hint="empty: none"
                />
                <PlanNumber name="split.keyClearanceMm" label="Play of the keys" unit="mm" min={0} max={1} />
                <PlanNumber
                  name="split.scale"
                  label="Scale for shrink"
                  unit="×"
                  optional
                  min={0.5}
                  max={2}
                  hint={`empty: ${figures.scale.toFixed(5)} for shrink`}
                />
                <Box sx={{ alignSelf: 'center' }}>
                  <FormCheck<CastingChoices> name="split.keys" label="Keys" />
                  <FormCheck<CastingChoices> name="split.steps" label="Parting may step" />
                  <FormCheck<CastingChoices> name="split.thirdPiece" label="Third piece may free an undercut" />
                </Box>
              </Box>
            </>
          )}
          {plan.printed.kind === 'soluble' && (
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
              The shell is dissolved after the cure; count a night for it.
            </Typography>
          )}
        </>
      }
    >
      <PlanFindings findings={printed.messages} />
      {printed.messages.length === 0 && (
        <Alert severity="success">Nothing in shape, heat or strength speaks against it.</Alert>
      )}
      <FigureGrid>
        <Figure
          label={shell ? 'Solid of the shells of a shot' : 'Solid of the mold'}
          value={number(printed.solidCm3, 3)}
          unit="cm³"
          line="moldSolid"
        />
        <Figure label="Printer time" value={number(printed.printH, 2)} unit="h" line="moldPrintH" />
        <Figure label="Off the printer" value={range(printed.price, 2)} unit="€" line="moldPrice" />
        <Figure label="Resin inside may reach" value={number(figures.peakC, 2)} unit="°C" line="peak" />
        {printed.breakRatio != null && (
          <Figure
            label="Shell against part, in bending"
            value={number(printed.breakRatio, 2)}
            unit="×"
            line="breakRatio"
          />
        )}
        <Figure label="Made larger by, for shrink" value={figures.scale.toFixed(5)} unit="×" line="scale" />
      </FigureGrid>
      {!shell && part?.hash && (
        <Suspense fallback={<Box sx={{ height: 460 }} />}>
          <SplitMold
            projectId={projectId}
            part={part}
            version={whole.plan!.version}
            blocks={Math.ceil(plan.pour.cavities / plan.split.cavities)}
          />
        </Suspense>
      )}
      {figures.poured && figures.shape && (
        <Suspense fallback={<Box sx={{ height: 460 }} />}>
          <PourPanel
            projectId={projectId}
            poured={figures.poured}
            stands={shell ? figures.shape.attitude : null}
            feed={plan.feed}
            up={shell ? figures.shape.attitude.up : figures.shape.pull}
          />
        </Suspense>
      )}
    </StationSheet>
  );
}
