import { Box } from '@mui/material';
import { useEffect, useState } from 'react';
import { useInk } from '../../app/theme/useInk';
import { number } from '../../shared/format';
import { curveOf } from '../../shared/useDevices';
import { levelsOf } from './levels';

interface Props {
  device: string;
  limit: number | null;
  /** A pressure that falls over decades is drawn by its logarithm. */
  isLog: boolean;
  unit: string;
}

const [WIDTH, HEIGHT, SPAN_MS] = [900, 130, 180_000];

/** What a device has sent in the last three minutes, with the limit it is read against. */
export function Curve({ device, limit, isLog, unit }: Props) {
  const ink = useInk();
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(performance.now()), 500);
    return () => clearInterval(timer);
  }, []);
  const seen = curveOf(device).filter((h) => h.at > now - SPAN_MS);
  if (seen.length < 2) return null;
  const y = levelsOf([...seen.map((h) => h.value), ...(limit === null ? [] : [limit])], isLog, HEIGHT, 14);
  const x = (at: number) => WIDTH * (1 - (now - at) / SPAN_MS);
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`The last three minutes: from ${number(seen[0]!.value)} to ${number(seen.at(-1)!.value)} ${unit}`}
      sx={{ display: 'block', width: '100%', maxWidth: WIDTH, borderBottom: 1, borderColor: 'divider' }}
    >
      {limit !== null && (
        <>
          <line x1={0} x2={WIDTH} y1={y(limit)} y2={y(limit)} stroke={ink.attention} strokeDasharray="6 5" />
          <text x={4} y={y(limit) - 4} fontSize={13} fill={ink.attention}>
            {number(limit)} {unit}
          </text>
        </>
      )}
      <polyline
        points={seen.map((h) => `${x(h.at).toFixed(1)},${y(h.value).toFixed(1)}`).join(' ')}
        fill="none"
        stroke={ink.acting}
        strokeWidth={2.5}
      />
    </Box>
  );
}
