import { Box, Link, Typography } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import type { CastingPlanAnswer, Finding } from '../../app/api/types';
import { usePlanAt } from './planAt';
import type { Station } from './planForm';

const names: Record<Station, string> = {
  work: 'The work',
  pattern: 'Pattern',
  mold: 'Mold',
  shot: 'One shot',
  cure: 'Fill and cure',
  within: 'Cast in',
  order: 'Order and life',
};

/** What wants a look at each station. */
const findingsAt = (answer: CastingPlanAnswer): Partial<Record<Station, readonly Pick<Finding, 'severity'>[]>> => ({
  pattern: answer.pattern && !answer.pattern.inhibition.isSafe ? [{ severity: 'fault' }] : [],
  mold: [
    ...(answer.silicone?.mold.messages ?? []),
    ...(answer.silicone?.cure.refusals ?? []),
    ...(answer.silicone?.cure.messages ?? []),
    ...(answer.printed?.messages ?? []),
    ...(answer.fill?.advice ?? []),
  ],
  shot: answer.batch.messages,
  cure: [...answer.filling.refusals, ...answer.filling.messages],
  within: answer.enclosed.things.flatMap((t) => t.messages),
  order: answer.order.messages,
});

/** The stations of the work side by side; one that wants a hand says so in a word. */
export function StationLine({
  at,
  shown,
  answer,
}: {
  at: Station;
  shown: readonly Station[];
  answer: CastingPlanAnswer;
}) {
  const plan = usePlanAt();
  const found = findingsAt(answer);
  const name = (station: Station) => (station === 'mold' && answer.fill ? 'The print' : names[station]);
  return (
    <Box
      component="nav"
      aria-label="Stations of the plan"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 0.5, borderBottom: 1, borderColor: 'divider' }}
    >
      {shown.map((station) => {
        const faults = found[station]?.filter((f) => f.severity === 'fault').length ?? 0;
        const warnings = found[station]?.filter((f) => f.severity === 'warning').length ?? 0;
        const here = station === at;
        return (
          <Link
            key={station}
            component={RouterLink}
            to={plan.page('plan', station === 'work' ? {} : { at: station })}
            replace
            underline="none"
            aria-current={here ? 'page' : undefined}
            sx={{
              pb: 0.75,
              color: here ? 'text.primary' : 'primary.main',
              fontWeight: here ? 680 : 500,
              borderBottom: 3,
              borderColor: here ? 'primary.main' : 'transparent',
            }}
          >
            {name(station)}
            {(faults > 0 || warnings > 0) && (
              <Typography
                component="span"
                variant="body2"
                sx={{ ml: 0.75, color: faults > 0 ? 'error.main' : 'warning.main' }}
              >
                {faults > 0 ? 'needs a hand' : 'look'}
              </Typography>
            )}
          </Link>
        );
      })}
    </Box>
  );
}
