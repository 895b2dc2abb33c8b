import { Box, Typography } from '@mui/material';
import { lazy, Suspense, useCallback, useDeferredValue } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { count } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { useAddress } from '../../shared/useAddress';
import { useRested } from '../../shared/useRested';
import { useWorking } from '../../shared/useWorking';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { Beside } from './Beside';
import { AnswerPanel } from './answer/AnswerPanel';
import { writtenOf } from './decide/hand';
import { DecisionPanel } from './DecisionPanel';
import { Lanes } from './Lanes';
import { RulerWith } from '../../shared/comparison/ProjectRuler';
import { reasonField } from './reasonField';
import { SensitivityBars } from './SensitivityBars';
import { TakeAway } from './TakeAway';
import { useLines } from './useLines';
import { useComparison, useQuantity } from '../../shared/comparison/useComparison';

/** Laid out when it is scrolled to. */
const below = { contentVisibility: 'auto', containIntrinsicSize: 'auto 380px' } as const;

const CostStairs = lazy(() => import('./CostStairs'));

export function RoutesPage() {
  const { projectId = '' } = useParams();
  const [search] = useSearchParams();
  const chosen = search.get('route');
  const change = useAddress();
  const marker = useQuantity();
  const comparison = useComparison(projectId, marker.quantity);
  const { open } = useWorking();
  const q = comparison.data?.quantity;
  const rested = useRested(q);
  const choose = useCallback(
    (route: string, line?: string) => change(line ? { route, working: line } : { route }),
    [change],
  );
  // What stands beside the lanes follows the marker when there is time.
  const later = useDeferredValue(comparison.data);
  const lines = useLines(projectId, chosen, q, open);
  if (comparison.error)
    return <Refusal problem={comparison.error} to={`/projects/${projectId}/part`} act="Go to Part" />;
  if (!comparison.data) return <Typography color="textSecondary">Costing every route …</Typography>;
  const { lanes, curves, quantities } = comparison.data;
  const lane = lanes.find((l) => l.route.id === chosen) ?? lanes[0]!;
  const decide = (route: string) => {
    change({ hand: writtenOf([{ routeId: route, quantity: q! }]) });
    document.getElementById(reasonField)?.focus();
  };

  return (
    <>
      <AnswerPanel projectId={projectId} aims={search.get('aims')} onChoose={choose} />
      <RulerWith projectId={projectId} marker={marker} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: 'minmax(0, 1fr) 330px' },
          gap: 3,
          mt: 1,
        }}
      >
        <div>
          <Box sx={{ display: 'flex', alignItems: 'baseline', flexWrap: 'wrap', columnGap: 2, mb: 0.5 }}>
            <Typography variant="h2" data-quantity={q} sx={{ flex: 1, fontSize: 18 }}>
              Routes for {count(q!)} {q === 1 ? 'part' : 'parts'}
            </Typography>
            <TakeAway projectId={projectId} quantity={q!} />
          </Box>
          <Lanes lanes={lanes} chosen={chosen ?? ''} onChoose={choose} onDecide={decide} />
          <Box sx={below}>
            <Suspense fallback={<Box sx={{ height: 300 }} />}>
              <CostStairs
                quantities={quantities}
                curves={curves}
                quantity={later?.quantity ?? q!}
                chosen={lane.route.id}
              />
            </Suspense>
          </Box>
          <Box sx={below}>
            <SensitivityBars projectId={projectId} quantity={rested ?? q!} routes={curves} />
          </Box>
          <Box sx={below}>
            <Beside
              projectId={projectId}
              quantity={rested ?? q!}
              withQ={Number(search.get('with')) || null}
              withBrief={Number(search.get('brief')) || null}
            />
          </Box>
        </div>
        <DecisionPanel
          projectId={projectId}
          routes={comparison.data.routes}
          hand={search.get('hand')}
          opened={Number(search.get('decision'))}
        />
      </Box>
      <WorkingDrawer
        title={lines.of ?? lanes.find((l) => l.route.id === chosen)?.route.name ?? ''}
        lines={lines.data}
      />
    </>
  );
}
