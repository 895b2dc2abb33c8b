import { Box, Typography } from '@mui/material';
import { lazy, Suspense } from 'react';
import { useQuery } from '@tanstack/react-query';
import { client, unwrap } from '../../../../../app/api/client';
import type { Supply, CastingChoices, CastingFigures, StoredPart } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { box, number } from '../../../../../shared/format';
import { mixed } from '../../../../../library/mixed';
import { FormChoice } from '../../../../../shared/formFields';
import { PlanFindings } from '../../../PlanFindings';
import { NamedChoice } from '../../../NamedChoice';
import { PotLifeBar } from '../PotLifeBar';
import { oddLoss } from '../../../../../shared/oddLoss';
import { PlanNumber } from '../../../planForm';
import { degasNames, splitNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';
import { BoxDrawing } from './BoxDrawing';

const AttitudePanel = lazy(() => import('./AttitudePanel'));
const PourPanel = lazy(() => import('./PourPanel'));

type Props = StationProps & { silicone: NonNullable<CastingFigures['silicone']> };

/** The block: its box to scale, its silicone, its clock, and how the part stands in it. */
export function SiliconePlan({ projectId, figures, offers, silicone, plan }: Props) {
  const { mold } = silicone;
  const part = usePart(projectId);
  return (
    <StationSheet
      inputs={
        <>
          <NamedChoice
            name="silicone.supplyId"
            label="Silicone"
            options={offers.supplies['silicone.supplyId']!}
            hint={(s: Supply) =>
              `${s.mix ? mixed(s.mix) : 'no mix'}, pot life ${s.potLifeMin} min, ${s.cureH} h at 23 °C; ${s.source}`
            }
          />
          <FormChoice<CastingChoices>
            name="silicone.school"
            label="Split"
            options={Object.keys(splitNames)}
            names={splitNames}
            unset={`as proposed: ${silicone.why}`}
            sx={{ gridColumn: '1 / -1' }}
          />
          <FormChoice<CastingChoices>
            name="silicone.degas"
            label="Its air"
            options={Object.keys(degasNames)}
            names={degasNames}
            sx={{ gridColumn: '1 / -1' }}
          />
          <PlanNumber name="pour.cavities" label="Patterns in a block" unit="" whole min={1} max={60} />
          <PlanNumber
            name="silicone.spacingMm"
            label="Between patterns"
            unit="mm"
            optional
            min={2}
            max={150}
            hint="empty: as the wall"
          />
          <PlanNumber
            name="silicone.wallMm"
            label="Wall all round"
            unit="mm"
            optional
            min={3}
            max={150}
            hint={`empty: ${number(mold.wallMm)}; 20–30 is usual`}
          />
          <PlanNumber name="silicone.lossPct" label="Left in the bucket" unit="%" min={0} max={90} doubt={oddLoss} />
          {silicone.school === 'twoPour' && (
            <PlanNumber
              name="silicone.partingMm"
              label="Parting plane"
              unit="mm"
              optional
              min={0}
              hint={
                figures.shape ? `empty: ${number(figures.shape.plane.heightMm, 3)} over the lowest point` : undefined
              }
            />
          )}
          <PlanNumber
            name="silicone.vesselL"
            label="Degassing vessel"
            unit="L"
            optional
            min={0.05}
            max={2000}
            hint={`all at once: ${number(mold.degasVesselCm3 / 1000, 2)}`}
          />
          <PlanNumber name="silicone.steps.mixMin" label="Mix" unit="min" min={0} max={1440} />
          <PlanNumber name="silicone.steps.firstDegasMin" label="First degas" unit="min" min={0} max={1440} />
          <PlanNumber name="silicone.steps.pourMin" label="Pour" unit="min" min={0} max={1440} />
          <PlanNumber name="silicone.steps.secondDegasMin" label="Second degas" unit="min" min={0} max={1440} />
          <PlanNumber
            name="silicone.cureC"
            label="Cures at"
            unit="°C"
            min={-20}
            max={250}
            hint={`at most ${number(silicone.cure.limitC)}: ${silicone.cure.limitOf.replace(/,$/, '')}`}
          />
          <PlanNumber
            name="filling.moldPressureKpa"
            label="Cured under"
            unit="kPa"
            optional
            min={0}
            max={2000}
            hint={
              figures.filling.usesPressure
                ? `empty: ${number(plan.filling.pressureKpa)}, as the parts`
                : 'parts cure without'
            }
          />
        </>
      }
    >
      <BoxDrawing projectId={projectId} mold={mold} shape={figures.shape} twoPour={silicone.school === 'twoPour'} />
      <Silicone silicone={silicone} />
      <PlanFindings findings={[...silicone.cure.refusals, ...mold.messages, ...silicone.cure.messages]} />
      {part?.hash && figures.shape && (
        <Suspense fallback={<Box sx={{ height: 460 }} />}>
          <AttitudePanel
            projectId={projectId}
            part={part}
            shape={figures.shape}
            wallMm={mold.wallMm}
            fixed={silicone.school === 'twoPour'}
          />
          {figures.poured && (
            <PourPanel
              projectId={projectId}
              poured={figures.poured}
              stands={figures.shape.attitude}
              feed={plan.feed}
              up={figures.shape.attitude.up}
            />
          )}
        </Suspense>
      )}
    </StationSheet>
  );
}

function Silicone({ silicone: { mold, cure } }: Pick<Props, 'silicone'>) {
  return (
    <>
      <Box sx={{ display: 'flex', columnGap: 5, flexWrap: 'wrap', my: 1 }}>
        {mold.pours.map((pour) => (
          <Box key={pour.name}>
            <Typography variant="body2" color="textSecondary">
              {mold.pours.length > 1 ? pour.name : 'Weigh'}
              {pour.lots.length > 1 && `, ${pour.lots.length} lots of`}
            </Typography>
            {(
              [
                ['base', pour.lots[0]!.aG],
                ['curing part', pour.lots[0]!.bG],
              ] as const
            ).map(([what, grams]) => (
              <Typography
                key={what}
                variant="mono"
                component="div"
                sx={{ fontSize: 28, fontWeight: 700, lineHeight: 1.25 }}
              >
                {number(grams, 4)}
                <Typography component="span" color="textSecondary" sx={{ ml: 1, fontSize: 14 }}>
                  g {what}
                </Typography>
              </Typography>
            ))}
          </Box>
        ))}
      </Box>
      {mold.clock && (
        <PotLifeBar
          title="From mixing to the second degassing"
          working={mold.clock.potLifeMin}
          needed={mold.clock.neededMin}
          line="siliconeClock"
          what="it sets"
        />
      )}
      <FigureGrid>
        <Figure label="Inside of the box" value={box(mold.boxMm)} unit="mm" line="box" />
        <Figure label="Silicone in it" value={number(mold.siliconeCm3, 4)} unit="cm³" line="silicone" />
        <Figure label="To mix, with loss" value={number(mold.massG, 4)} unit="g" line="siliconeMass" />
        <Figure
          label="Vessel to degas it at once"
          value={number(mold.degasVesselCm3 / 1000, 3)}
          unit="L"
          line="siliconeVessel"
        />
        <Figure label="Block weighs" value={number(mold.blockKg, 2)} unit="kg" />
        <Figure label="In the box until cured" value={number(cure.hours, 2)} unit="h" line="blockCure" />
        {cure.warmUpH > 0 && (
          <Figure label="of it to warm through" value={number(cure.warmUpH, 2)} unit="h" line="warmUp" />
        )}
        <Figure label="Shrink that heat locks in" value={number(cure.heatShrinkPct, 2)} unit="%" line="heatShrink" />
        <Figure label="Rows of patterns" value={`${mold.layout.columns} × ${mold.layout.rows}`} />
      </FigureGrid>
    </>
  );
}

export const usePart = (projectId: string): StoredPart | undefined =>
  useQuery({
    queryKey: ['part', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/part', { params: { path: { id: projectId } }, signal })),
  }).data?.value;
