import { Box, Button, Typography } from '@mui/material';
import type { Calibration, LearningView } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { count, number, said } from '../../shared/format';
import { names } from './learnedWords';

/** How often what was fell into what had been stated, drawn, and the ranges that are to be wider or narrower for it. */
export function Held({ data, onTake }: { data: LearningView; onTake: ((rateKey: string) => void) | null }) {
  if (data.calibration.length === 0) return null;
  return (
    <Box component="section" aria-label="How far the ranges held">
      <Typography variant="h2">How far the ranges held</Typography>
      <Typography sx={{ mb: 1 }}>
        The band is the range as stated, whatever it was of; a dot is what came of it. Eight in ten should lie in it.
      </Typography>
      {data.calibration.map((one) => (
        <Row key={one.what} calibration={one} />
      ))}
      {data.resized.map(({ name, unit, range: { rateKey, stated, proposed, inside, of } }) => (
        <Typography key={rateKey} sx={{ mt: 1 }}>
          <b>{name}</b>: {said(stated, unit)} held {count(inside)} of {count(of)} times. About the same likely value{' '}
          {said(proposed, unit)} would have held eight in ten.{' '}
          <Button size="small" variant="outlined" disabled={!onTake} onClick={() => onTake?.(rateKey)}>
            Take it for the shop
          </Button>
        </Typography>
      ))}
    </Box>
  );
}

const [WIDTH, HEIGHT, FAR] = [420, 34, 2.5];

function Row({ calibration: { what, inside, of, places, width } }: { calibration: Calibration }) {
  const ink = useInk();
  const x = (place: number) => WIDTH / 2 + (Math.max(-FAR, Math.min(FAR, place)) / FAR) * (WIDTH / 2 - 8);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '220px 430px 1fr' },
        columnGap: 2,
        alignItems: 'center',
        my: 1,
      }}
    >
      <Typography sx={{ fontWeight: 600 }}>{names[what]}</Typography>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${count(inside)} of ${count(of)} inside`}
        sx={{ display: 'block', width: '100%', maxWidth: WIDTH }}
      >
        <rect x={x(-1)} y={6} width={x(1) - x(-1)} height={HEIGHT - 12} fill={ink.hairline} />
        <line x1={x(0)} x2={x(0)} y1={2} y2={HEIGHT - 2} stroke={ink.ink} strokeWidth={2} />
        {places.map((place, i) => (
          <circle
            key={i}
            cx={x(place)}
            cy={HEIGHT / 2}
            r={6}
            fill={Math.abs(place) <= 1 ? ink.acting : ink.attention}
            stroke={ink.ground}
          />
        ))}
      </Box>
      <Typography>
        {count(inside)} of {count(of)} fell into the stated range. {held(inside, of, width ?? null)}
      </Typography>
    </Box>
  );
}

const held = (inside: number, of: number, width: number | null): string =>
  width === null
    ? of < 5
      ? 'Too few to say whether it is wide enough.'
      : 'Too few, or near enough the eight in ten it should be.'
    : inside / of < 0.8
      ? `Too narrow: ${number(width, 2)} times as wide it would have held eight in ten.`
      : `Wider than it need be: ${number(width, 2)} times its width would have held eight in ten.`;
