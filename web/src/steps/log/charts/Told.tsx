import { Typography } from '@mui/material';
import type { ItemChart } from '../../../app/api/types';
import { count, number } from '../../../shared/format';

/** What the values say in words: how they fit the limits, and what the part takes of the tool. */
export function Told({ chart }: { chart: ItemChart }) {
  const { capability: c, replication: r, out } = chart;
  return (
    <>
      <Typography sx={{ fontSize: 17 }}>
        {count(chart.values)} {chart.values === 1 ? 'value' : 'values'},{' '}
        <b>{out === 0 ? 'all within the limits' : `${count(out)} out of the limits`}</b>.{' '}
        {c?.ppk != null && (
          <>
            Ppk <b>{number(c.ppk, 3)}</b> ({number(c.ppkLow!, 3)} to {number(c.ppkHigh!, 3)} at 95 %)
            {c.cpk != null && <>, Cpk {number(c.cpk, 3)}</>}. {!c.enough && 'Too few parts to say: fifteen at least. '}
            {c.enough && c.ppkLow! >= 1.33 && 'Fits well. '}
            {c.enough && c.ppkHigh! < 1 && 'Parts out of the limits are to be expected. '}
          </>
        )}
        {chart.notInControl && <b>{chart.notInControl} How well it fits its limits can't be said until it is. </b>}
        {c && c.ppk == null && 'No spread: the gauge may be too coarse. '}
      </Typography>
      {r && (
        <Typography sx={{ fontSize: 17 }}>
          The part takes {number(100 * r.mean, 5)} % of the tool.{' '}
          {r.drifts ? (
            <b>
              It drifts by {number(10_000 * r.slopePerShot, 3)} % in a hundred shots ({number(10_000 * r.slopeLow, 3)}{' '}
              to {number(10_000 * r.slopeHigh, 3)}).
            </b>
          ) : (
            <>
              No drift shows: {number(10_000 * r.slopeLow, 3)} to {number(10_000 * r.slopeHigh, 3)} % in a hundred
              shots.
            </>
          )}
        </Typography>
      )}
    </>
  );
}
