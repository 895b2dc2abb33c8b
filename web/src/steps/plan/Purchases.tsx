import { Box, Typography } from '@mui/material';
import type { WorkPlan } from '../../app/api/types';
import { date, number } from '../../shared/format';
import { OpensLine } from '../../shared/OpensLine';

/** What to have in the house, each with its packs, and until when it keeps. */
export function Purchases({ buy }: { buy: WorkPlan['buy'] }) {
  return (
    <Box sx={{ mt: 2 }}>
      <Typography variant="h2">To buy</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {buy.map(({ what, amount, unit, packs, line, expires }) => {
          const said = `${number(amount, 3)} ${unit}`;
          return (
            <li key={what}>
              {what}: {line ? <OpensLine line={line}>{said}</OpensLine> : said}
              {packs.length > 0 && `, as ${packs.map((p) => `${p.count} × ${number(p.packKg)} kg`).join(' + ')}`}
              {expires && `; keeps until ${date(expires)}`}
            </li>
          );
        })}
      </Box>
    </Box>
  );
}
