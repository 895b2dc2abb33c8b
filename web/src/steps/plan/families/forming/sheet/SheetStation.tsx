import { Alert, Box, Button, Typography } from '@mui/material';
import { lazy, Suspense } from 'react';
import { useFormContext } from 'react-hook-form';
import type { FormingChoices, SheetWork } from '../../../../../app/api/types';
import { Figure } from '../../../../../shared/Figure';
import { FormChoice } from '../../../../../shared/formFields';
import { number, points } from '../../../../../shared/format';
import { WorkProgress } from '../../../../../shared/WorkProgress';
import { NamedChoice } from '../../../NamedChoice';
import { PlanFindings } from '../../../PlanFindings';
import { PlanNumber } from '../../../planForm';
import { faceNames, wayNames } from '../names';
import { FigureGrid, StationSheet, type StationProps } from '../station';
import { SearchPanel } from './SearchPanel';
import { isOpen, useSheets } from './useSheets';
import { WaysTable } from './WaysTable';

const Watch = lazy(() => import('./Watch'));

/** How thick the sheet is everywhere when it is formed, the ways compared, and the gauge that does. */
export default function SheetStation(props: StationProps) {
  const { figures, work, whole } = props;
  const { works, start, stop } = useSheets(whole.plan!.version);
  const { setValue } = useFormContext<FormingChoices>();
  const { need, sheet, blank } = figures;
  const search = works.find((w) => w.looks === 'search');
  return (
    <StationSheet inputs={<Inputs {...props} />}>
      <Simulating works={works} onStop={() => stop.mutate()} onGoOn={() => start.mutate(undefined)} />
      {sheet && (
        <Suspense fallback={<Box sx={{ height: 470 }} />}>
          <Watch sheet={sheet} need={need} />
        </Suspense>
      )}
      <PlanFindings findings={work.at.sheet ?? []} />
      {need.stockMm != null && need.stockMm !== need.gaugeMm && (
        <Button variant="outlined" sx={{ mb: 1.5 }} onClick={() => setValue('sheet.gaugeMm', need.stockMm!)}>
          Take {number(need.stockMm)} mm sheet
        </Button>
      )}
      {figures.shell && !figures.shell.refused && (
        <>
          <Typography variant="h2">The ways, on the same sheet</Typography>
          <WaysTable figures={figures} cm3Each={sheet?.sheetCm3 ?? 0} />
        </>
      )}
      <FigureGrid>
        <Figure label="Thinnest it may be" value={number(need.thinnestMm, 3)} unit="mm" line="thinnestMm" />
        {need.keepsMm != null && (
          <Figure
            label="Gauge that keeps it, however thin it comes"
            value={number(need.keepsMm, 3)}
            unit="mm"
            line="gaugeThinMm"
          />
        )}
        {sheet && <Figure label="Areal draw ratio" value={number(sheet.drawRatio, 3)} unit="×" line="drawRatio" />}
        {sheet && <Figure label="Mean thickness" value={number(sheet.meanMm, 3)} unit="mm" line="meanMm" />}
        <Figure
          label={`Sheets of ${blank.sizeMm.map((mm) => number(mm, 4)).join(' × ')} mm from one of stock`}
          value={number(blank.fromStock)}
          line="fromStock"
        />
        <Figure label="Of the stock in good parts" value={number(100 * blank.yield, 2)} unit="%" line="partKg" />
        <Figure
          label="Skeleton sold back, a part"
          value={number(points(blank.credit).likely, 2)}
          unit="€"
          line="regrindCredit"
        />
      </FigureGrid>
      {sheet && !sheet.isFirstLook && (
        <Box component="section" aria-label="Plugs and heat" sx={{ mt: 2 }}>
          <Typography variant="h2">What a plug or uneven heat buys</Typography>
          {figures.search ? (
            <SearchPanel search={figures.search} />
          ) : (
            !(search && isOpen(search)) && (
              <Button variant="outlined" sx={{ my: 1 }} onClick={() => start.mutate('search')}>
                Look for it
              </Button>
            )
          )}
        </Box>
      )}
      {start.error && <Alert severity="error">{start.error.message}</Alert>}
    </StationSheet>
  );
}

/** How far the background is; what failed or was stopped may be begun again. */
function Simulating({
  works,
  onStop,
  onGoOn,
}: {
  works: readonly SheetWork[];
  onStop: () => void;
  onGoOn: () => void;
}) {
  const running = works.find((w) => w.work.phase === 'running') ?? works.find(isOpen);
  const ended = works.find((w) => w.work.phase === 'stopped' || w.work.phase === 'failed');
  if (running)
    return (
      <WorkProgress
        doing={`${nameOf(running)}: ${running.work.doing || 'waiting'}`}
        share={running.work.share}
        label="Progress of the simulation"
        onStop={onStop}
      />
    );
  if (!ended) return null;
  return (
    <Alert severity={ended.work.phase === 'failed' ? 'error' : 'info'} sx={{ mb: 1 }}>
      {nameOf(ended)}: {ended.work.problem ?? (ended.work.phase === 'failed' ? 'it failed.' : 'stopped.')}{' '}
      <Button onClick={onGoOn} sx={{ py: 0 }}>
        Go on
      </Button>
    </Alert>
  );
}

const nameOf = ({ of, looks }: SheetWork) =>
  of ? wayNames[of] : looks === 'gauge' ? 'The gauge for the need' : 'Plugs and heat';

function Inputs({ plan, figures, offers }: StationProps) {
  const { setValue } = useFormContext<FormingChoices>();
  const { way } = plan.way;
  return (
    <>
      <FormChoice<FormingChoices>
        name="way.way"
        label="How it is formed"
        options={Object.keys(wayNames)}
        names={wayNames}
        sx={{ gridColumn: '1 / -1' }}
      />
      <FormChoice<FormingChoices>
        name="way.crisp"
        label="Face that is seen"
        options={Object.keys(faceNames)}
        names={faceNames}
        unset="nobody said"
        sx={{ gridColumn: '1 / -1' }}
      />
      {way === 'plug' && (
        <>
          <PlanNumber<FormingChoices>
            name="way.plugDepthMm"
            label="Plug goes down"
            unit="mm"
            optional
            min={0.5}
            max={2000}
            hint="cleared: 0.7 × the depth"
          />
          <PlanNumber<FormingChoices>
            name="way.plugRadiusMm"
            label="Its radius"
            unit="mm"
            optional
            min={1}
            max={2000}
            hint="cleared: 0.3 × the width"
          />
          <PlanNumber<FormingChoices>
            name="way.plugHold"
            label="It keeps of its thickness"
            unit=""
            min={0}
            max={1}
            hint="0 hot as the sheet, 1 cold"
          />
        </>
      )}
      {way === 'billow' && (
        <PlanNumber<FormingChoices>
          name="way.billowMm"
          label="Bubble"
          unit="mm"
          optional
          min={0.5}
          max={2000}
          hint="cleared: 0.75 × the height"
        />
      )}
      <NamedChoice
        name="sheet.materialId"
        label="Sheet"
        options={offers.materials['sheet.materialId']!}
        hint={(m) => `formed at ${m.sheet!.formLowC} to ${m.sheet!.formHighC} °C; ${m.source}`}
      />
      <PlanNumber<FormingChoices>
        name="sheet.gaugeMm"
        label="Gauge"
        unit="mm"
        optional
        min={0.1}
        max={20}
        hint={figures.need.isGuess ? `from the mean: ${number(figures.need.gaugeMm)} mm` : undefined}
      />
      <PlanNumber<FormingChoices>
        name="sheet.thinnestMm"
        label="Thinnest it may be"
        unit="mm"
        optional
        min={0.02}
        max={20}
        hint={`${number(figures.need.thinnestMm, 3)} mm`}
      />
      <PlanNumber<FormingChoices> name="sheet.marginMm" label="Part to clamp" unit="mm" min={0} max={500} />
      <PlanNumber<FormingChoices> name="sheet.clampMm" label="Held in the clamp" unit="mm" min={2} max={100} />
      <PlanNumber<FormingChoices> name="sheet.across" label="Side by side" unit="" whole min={1} max={6} />
      <PlanNumber<FormingChoices> name="sheet.along" label="Behind each other" unit="" whole min={1} max={6} />
      <PlanNumber<FormingChoices> name="sheet.gapMm" label="Between two" unit="mm" min={0} max={500} />
      <PlanNumber<FormingChoices> name="sheet.stockLengthMm" label="Stock, long" unit="mm" min={100} max={10000} />
      <PlanNumber<FormingChoices> name="sheet.stockWidthMm" label="Stock, wide" unit="mm" min={100} max={10000} />
      {plan.sheet.zones.length > 0 && (
        <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
          Heated unevenly: {plan.sheet.zones.map((z) => `${Math.round(100 * z)} %`).join(', ')}.{' '}
          <Button sx={{ p: 0 }} onClick={() => setValue('sheet.zones', [])}>
            Back to even heat
          </Button>
        </Typography>
      )}
    </>
  );
}
