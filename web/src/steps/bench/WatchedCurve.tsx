import { Box } from '@mui/material';
import type { Operation, WatchedAsk } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { number } from '../../shared/format';
import type { Heard } from '../../shared/useDevices';
import { levelsOf } from './levels';
import { serverAt, serverNow } from './serverClock';

interface Props {
  points: WatchedAsk['curve'];
  /** What this page has heard since: the last minutes, until they are among the points. */
  heard: readonly Heard[];
  /** What stands on the device now; null when nothing is heard. */
  now: number | null;
  ask: Operation['asks'][number];
  /** When the wait began, and how long it is. */
  fromMs: number;
  minutes: number;
}

const [WIDTH, HEIGHT] = [900, 110];

/** What a device said over the whole of a wait, with the band it is to keep. */
export function WatchedCurve({ points, heard, now, ask, fromMs, minutes }: Props) {
  const ink = useInk();
  const kept = points.map((p) => ({ at: Date.parse(p.at), value: p.value }));
  const last = kept.at(-1)?.at ?? fromMs;
  const seen = [
    ...kept,
    ...heard.map((h) => ({ at: serverAt(h.at), value: h.value })).filter((h) => h.at > last),
    ...(now === null ? [] : [{ at: serverNow(), value: now }]),
  ];
  if (seen.length < 2) return null;
  const target = ask.target ?? 0;
  const band = ask.atMost ? [0, target] : [target - (ask.tolerance ?? 0), target + (ask.tolerance ?? 0)];
  const values = seen.map((p) => p.value);
  const start = Math.min(fromMs, seen[0]!.at);
  const end = Math.max(seen.at(-1)!.at, fromMs + 60_000 * minutes, start + 1);
  const x = (at: number) => (WIDTH * (at - start)) / (end - start);
  const y = levelsOf([...values, ...band], ask.unit === 'mbar', HEIGHT, 6);
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${ask.what}: from ${number(Math.min(...values))} to ${number(Math.max(...values))} ${ask.unit ?? ''} so far`}
      sx={{ display: 'block', width: '100%', maxWidth: WIDTH, borderBottom: 1, borderColor: 'divider', mt: 0.5 }}
    >
      <rect
        x={0}
        width={WIDTH}
        y={y(band[1]!)}
        height={Math.max(1, y(band[0]!) - y(band[1]!))}
        fill={ink.acting}
        opacity={0.14}
      />
      <polyline
        points={seen.map((p) => `${x(p.at).toFixed(1)},${y(p.value).toFixed(1)}`).join(' ')}
        fill="none"
        stroke={ink.acting}
        strokeWidth={2.5}
      />
    </Box>
  );
}
