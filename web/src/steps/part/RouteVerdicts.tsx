import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import type { ShapeVerdict } from '../../app/api/types';
import { VerdictMark } from '../../shared/VerdictMark';

/** What the routes say of the shape: what is at risk or out first, what fits folded away. */
export function RouteVerdicts({ verdicts }: { verdicts: readonly ShapeVerdict[] }) {
  const [all, setAll] = useState(false);
  if (verdicts.length === 0) return null;
  const fitting = verdicts.filter((v) => v.verdict === 'fits').length;
  const seen = verdicts.filter((v) => all || v.verdict !== 'fits');
  return (
    <Box component="section" aria-labelledby="verdicts" sx={{ mt: 3 }}>
      <Typography variant="h2" id="verdicts">
        What the routes say of the shape
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, my: 1 }}>
        {seen.map((v) => (
          <Box
            component="li"
            key={`${v.concern} ${v.reason}`}
            sx={{ borderBottom: 1, borderColor: 'divider', py: 0.75 }}
          >
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
              <VerdictMark verdict={v.verdict} />
              <Typography sx={{ fontWeight: 600, flex: 1 }}>{v.name}</Typography>
              <Typography
                variant="mono"
                component="span"
                title={v.routes.map((r) => r.name).join(', ')}
                sx={{ fontSize: 12.5 }}
              >
                {v.routes.map((r) => r.tag).join(' ')}
              </Typography>
            </Box>
            <Typography variant="body2">
              {v.reason} {v.verdict !== 'fits' && v.remedy}
            </Typography>
          </Box>
        ))}
        {seen.length === 0 && <li>Nothing about the shape troubles any route.</li>}
      </Box>
      {fitting > 0 && (
        <Button onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? 'Fold away what fits' : `${fitting} that fit`}
        </Button>
      )}
    </Box>
  );
}
