import { Box, Typography } from '@mui/material';
import type { Answer, WouldChange as Change } from '../../../app/api/types';
import { number, unbroken } from '../../../shared/format';
import { OpensLine } from '../../../shared/OpensLine';

/** What would change the answer, a line each: the change, the routes it would then be, and the money. */
export function WouldChange({ answer }: { answer: Answer }) {
  if (answer.changes.length === 0) return null;
  const now = answer.best!.stretches.map((s) => s.routeId).join();
  const name = (id: string) => answer.routes.find((r) => r.id === id)?.name.toLowerCase() ?? id;
  return (
    <section aria-labelledby="would-change">
      <Typography variant="h2" id="would-change" sx={{ mt: 2 }}>
        What would change it
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {answer.changes.map((change) => (
          <Box
            component="li"
            key={change.of + change.what}
            sx={{ display: 'flex', gap: 1.5, py: 0.5, borderBottom: 1, borderColor: 'divider', alignItems: 'baseline' }}
          >
            <Box sx={{ flex: 1 }}>
              <Typography variant="body2" sx={{ color: 'text.primary' }}>
                {unbroken(change.what)}
              </Typography>
              {change.routes.length > 0 && (
                <Typography variant="body2" color="textSecondary">
                  {change.routes.join() === now ? 'the same routes' : change.routes.map(name).join(', then ')}
                </Typography>
              )}
            </Box>
            {change.routes.length > 0 && <Money change={change} />}
          </Box>
        ))}
      </Box>
    </section>
  );
}

function Money({ change: { difference, total, line } }: { change: Change }) {
  return (
    <Typography variant="body2" sx={{ textAlign: 'right', whiteSpace: 'nowrap', color: 'text.primary' }}>
      <b>
        {difference < 0 ? '−' : '+'}
        {number(Math.abs(difference))} €
      </b>
      <br />
      <Typography component="span" variant="body2" color="textSecondary">
        {line ? <OpensLine line={line}>{number(total)} €</OpensLine> : `${number(total)} €`}
      </Typography>
    </Typography>
  );
}
