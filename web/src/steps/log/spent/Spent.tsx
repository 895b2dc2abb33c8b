import { Box, Typography } from '@mui/material';
import { count } from '../../../shared/format';
import { Refusal } from '../../../shared/Refusal';
import { Fall } from './Fall';
import { Invoices } from './Invoices';
import { useWorking } from '../../../shared/useWorking';
import { WorkingDrawer } from '../../../shared/WorkingDrawer';
import { useSpent, useSpentWorking } from './useSpent';

/** What a project was decided at, what it comes to, and what was paid for it. */
export function Spent({ projectId }: { projectId: string }) {
  const spent = useSpent(projectId);
  const { open } = useWorking();
  const working = useSpentWorking(projectId, open !== null);
  const { data, error } = spent.view;
  if (error) return <Refusal problem={error} to="/" act="All projects" />;
  if (!data) return null;
  const told = data.stretches.filter((s) => s.waterfall.steps.length > 0);
  const rest = data.stretches.filter((s) => s.waterfall.steps.length === 0);
  return (
    <>
      <Typography sx={{ maxWidth: 760 }}>
        Each stretch as it was decided, with what the records say in place of the estimate: parts counted, molds worn,
        hands at the bench, what was paid. What no record tells stays as estimated.
      </Typography>
      {data.stretches.length === 0 && (
        <Typography color="textSecondary" sx={{ mt: 2 }}>
          Nothing is decided yet: there is no estimate to hold the records against.
        </Typography>
      )}
      {data.whole && told.length > 0 && data.stretches.length > 1 && (
        <Fall title="In all" fall={data.whole} isSaidOnly={told.length === 1} />
      )}
      {told.map((stretch) => (
        <Fall
          key={stretch.id}
          title={`${stretch.route.name}, ${count(stretch.quantity)} parts`}
          fall={stretch.waterfall}
          lines={stretch.id}
        />
      ))}
      {rest.length > 0 && (
        <Box component="section" aria-label="As decided">
          <Typography color="textSecondary" sx={{ mt: 2 }}>
            Nothing recorded yet, so as decided: {rest.map((s) => s.route.name.toLowerCase()).join('; ')}.
          </Typography>
        </Box>
      )}
      <Invoices spent={spent} data={data} />
      <WorkingDrawer title="what it came to" lines={working} />
    </>
  );
}
