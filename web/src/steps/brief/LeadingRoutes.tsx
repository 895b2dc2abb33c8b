import { Box, Link, Typography } from '@mui/material';
import { useFormContext, useWatch } from 'react-hook-form';
import { Link as RouterLink, useParams } from 'react-router';
import type { Brief } from '../../app/api/types';
import { count, word } from '../../shared/format';
import { RouteGlyph } from '../../shared/RouteGlyph';
import { useOverview } from '../../shared/comparison/useComparison';

/** What each row of the demand would be made with if cost alone decided: the brief answered while it is written. */
export function LeadingRoutes() {
  const { projectId = '' } = useParams();
  const { data: comparison, error } = useOverview(projectId);
  const rows = useWatch<Brief, 'demand'>({ control: useFormContext<Brief>().control, name: 'demand' });
  if (error || !comparison || rows.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="leading" sx={{ mt: 4 }}>
      <Typography variant="h2" id="leading" sx={{ mb: 0.5 }}>
        Cheapest for each row, by cost alone
      </Typography>
      {rows.map((row, i) => {
        const span = comparison.spans.find((s) => row.quantity >= s.from && row.quantity <= s.to);
        const route = comparison.lanes.find((lane) => lane.route.id === span?.id)?.route;
        if (!span || !route) return null;
        return (
          <Box
            key={i}
            sx={{ display: 'flex', alignItems: 'center', gap: 1.5, py: 0.5, borderBottom: 1, borderColor: 'divider' }}
          >
            <Typography sx={{ width: 130, textAlign: 'right' }}>
              {count(row.quantity)} <span>{word(row.purpose)}</span>
            </Typography>
            <RouteGlyph figure={route.figure} tag={route.tag} />
            <Link
              component={RouterLink}
              to={`/projects/${projectId}/routes?q=${row.quantity}&route=${route.id}`}
              color="text.primary"
            >
              {route.name}
            </Link>
            {span.tie && <Typography color="textSecondary">a tie; see the lanes</Typography>}
          </Box>
        );
      })}
    </Box>
  );
}
