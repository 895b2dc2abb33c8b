import { Typography } from '@mui/material';
import type { ItemChart } from '../../../app/api/types';
import { count, number } from '../../../shared/format';
import { OpensLine } from '../../../shared/OpensLine';

/** What the values say in words: how they fit the limits, and what the part takes of the tool. */
export function Told({ chart }: { chart: ItemChart }) {
  const { capability: c, replication: r, control, out } = chart;
  return (
    <>
      <Typography sx={{ fontSize: 17 }}>
        {count(chart.values)} {chart.values === 1 ? 'value' : 'values'},{' '}
        <b>{out === 0 ? 'all within the limits' : `${count(out)} out of the limits`}</b>.{' '}
        {c?.ppk != null && (
          <>
            Ppk{' '}
            <b>
              <OpensLine line="ppk">{number(c.ppk, 3)}</OpensLine>
            </b>{' '}
            ({number(c.ppkLow!, 3)} to {number(c.ppkHigh!, 3)} at 95 %)
            {c.cpk != null && (
              <>
                , Cpk <OpensLine line="cpk">{number(c.cpk, 3)}</OpensLine>
              </>
            )}
            . {!c.enough && 'Too few parts to say: fifteen at least. '}
            {c.enough && c.ppkLow! >= 1.33 && 'Fits well. '}
            {c.enough && c.ppkHigh! < 1 && 'Parts out of the limits are to be expected. '}
          </>
        )}
        {chart.notInControl && <b>{chart.notInControl} How well it fits its limits can't be said until it is. </b>}
        {c && c.ppk == null && 'No spread: the gauge may be too coarse. '}
        {control && control.upper > control.lower && (
          <>
            Mean <OpensLine line="mean">{number(control.centre, 6)}</OpensLine>, by chance alone between{' '}
            <OpensLine line="lower">{number(control.lower, 6)}</OpensLine> and{' '}
            <OpensLine line="upper">{number(control.upper, 6)}</OpensLine> {chart.item.unit}.
          </>
        )}
      </Typography>
      {r && (
        <Typography sx={{ fontSize: 17 }}>
          The part takes <OpensLine line="degree">{number(100 * r.mean, 5)} %</OpensLine> of the tool.{' '}
          {r.drifts ? (
            <b>
              It drifts by <OpensLine line="slope">{number(10_000 * r.slopePerShot, 3)} %</OpensLine> in a hundred shots
              ({number(10_000 * r.slopeLow, 3)} to {number(10_000 * r.slopeHigh, 3)}).
            </b>
          ) : (
            <>
              No drift shows: <OpensLine line="slope-low">{number(10_000 * r.slopeLow, 3)}</OpensLine> to{' '}
              <OpensLine line="slope-high">{number(10_000 * r.slopeHigh, 3)}</OpensLine> % in a hundred shots.
            </>
          )}
        </Typography>
      )}
    </>
  );
}
