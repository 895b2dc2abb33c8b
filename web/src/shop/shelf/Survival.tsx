import { Box, Link as MuiLink, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { ToolOutlook } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { count, date, number } from '../../shared/format';
import { OpensLine } from '../../shared/OpensLine';

const [WIDTH, HEIGHT, PAD] = [720, 240, 34];

interface Props {
  outlook: ToolOutlook;
  shots: number;
  /** Where its plan says how many molds there are; null where it is not planned so. */
  plan: string | null;
}

/** What a mold that has made so many shots is to be expected to make, and whether that is enough. */
export function Survival({ outlook, shots, plan }: Props) {
  const ink = useInk();
  const { curve, sureMore, evenMore, toCome, chance } = outlook;
  const end = curve.at(-1)!.more;
  const x = (more: number) => PAD + (Math.min(more, end) / end) * (WIDTH - 2 * PAD);
  const y = (share: number) => HEIGHT - PAD - share * (HEIGHT - 2 * PAD);
  const at = (more: number, share: number, says: string, color: string) => (
    <g key={says}>
      <line x1={x(more)} x2={x(more)} y1={y(share)} y2={HEIGHT - PAD} stroke={color} strokeDasharray="4 4" />
      <circle cx={x(more)} cy={y(share)} r={5} fill={color} />
      <text x={x(more) + 8} y={y(share) - 6} fontSize={15} fill={color}>
        {says}
      </text>
    </g>
  );
  return (
    <>
      <Typography sx={{ fontSize: 17 }}>
        After {count(shots)} shots:{' '}
        <b>
          <OpensLine line="sure">{count(Math.floor(sureMore))} more</OpensLine> surely enough
        </b>{' '}
        (four in five), <OpensLine line="even">{count(Math.floor(evenMore))}</OpensLine> as likely as not.{' '}
        {toCome === 0 && 'Nothing is ordered of it any more. '}
        {toCome != null && toCome > 0 && (
          <>
            The order asks {count(toCome)} more of it: it makes them in{' '}
            <OpensLine line="chance">{number(100 * chance!, 2)}</OpensLine> of 100 cases.{' '}
          </>
        )}
        {outlook.makeNextBy && (
          <Box component="b" sx={{ color: 'error.main' }}>
            Begin the next one by {date(outlook.makeNextBy)}, or the order is late.{' '}
          </Box>
        )}
        {outlook.makeNextBy && plan && (
          <MuiLink component={Link} to={plan}>
            One more in the plan: schedule and purchases follow
          </MuiLink>
        )}
      </Typography>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Chance to make so many more shots, from all at 0 to one in fifty at ${count(Math.round(end))}`}
        sx={{ display: 'block', width: '100%', maxWidth: WIDTH }}
      >
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <line x1={PAD} x2={WIDTH - PAD} y1={y(share)} y2={y(share)} stroke={ink.hairline} />
            <text x={2} y={y(share) + 5} fontSize={14} fill={ink.faint}>
              {100 * share}%
            </text>
          </g>
        ))}
        <polyline
          points={curve.map((p) => `${x(p.more).toFixed(1)},${y(p.chance).toFixed(1)}`).join(' ')}
          fill="none"
          stroke={ink.acting}
          strokeWidth={3}
        />
        {at(sureMore, 0.8, `${count(Math.floor(sureMore))} more`, ink.acting)}
        {toCome != null && toCome > 0 && at(toCome, chance!, `${count(toCome)} ordered`, ink.attention)}
        <text x={WIDTH - PAD} y={HEIGHT - 8} fontSize={14} textAnchor="end" fill={ink.faint}>
          shots from now on
        </text>
      </Box>
      <Typography variant="body2" color="textSecondary">
        From the plan’s range and {count(outlook.retired)} worn out, {count(outlook.inService)} other molds of its kind
        (Weibull, shape {number(outlook.shape, 3)}; a rate of Gamma {number(outlook.a, 3)}, {number(outlook.b, 4)}).
      </Typography>
    </>
  );
}
