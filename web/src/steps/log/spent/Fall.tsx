import { Box, Typography } from '@mui/material';
import type { Waterfall } from '../../../app/api/types';
import { count, number, said } from '../../../shared/format';
import { OpensLine } from '../../../shared/OpensLine';

const euros = (value: number) => `${number(value, Math.abs(value) < 1000 ? 3 : 4)} €`;
const signed = (value: number) => `${value < 0 ? '−' : '+'}${euros(Math.abs(value))}`;

interface Props {
  title: string;
  fall: Waterfall;
  isSaidOnly?: boolean;
  /** What stands before the ids of its lines of working; those of all stretches together have none of their own. */
  lines?: string;
}

/** From what was decided to what is to be expected, reason by reason; bars stand where they add on. */
export function Fall({ title, fall, isSaidOnly = false, lines }: Props) {
  const opens = (line: string, text: string) =>
    lines ? <OpensLine line={`${lines}/${line}`}>{text}</OpensLine> : text;
  const { decided, besides = 0, steps, expected, notKnown } = fall;
  const ends = steps.reduce<number[]>((all, step) => [...all, all.at(-1)! + step.difference], [0]);
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const at = (value: number) => `${(100 * (value - low)) / Math.max(high - low, 1e-9)}%`;
  const difference = expected - decided;
  return (
    <Box component="section" aria-label={title} sx={{ my: 3, maxWidth: 980 }}>
      <Typography variant="h2">{title}</Typography>
      <Typography sx={{ fontSize: 20, my: 0.5 }}>
        Decided at {euros(decided)}; <b>now {opens('expected', euros(expected))}</b> is to be expected
        {steps.length > 0 && `, ${euros(Math.abs(difference))} ${difference < 0 ? 'less' : 'more'}`}.
        {besides >= 0.5 && ` Of it ${euros(besides)} for changes to expect and money held.`}
      </Typography>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {(isSaidOnly ? [] : steps).map((step, i) => (
          <Box
            component="li"
            key={step.name}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr auto', md: '380px 1fr 110px' },
              columnGap: 2,
              alignItems: 'center',
              borderTop: 1,
              borderColor: 'divider',
              py: 0.75,
            }}
          >
            <Typography>
              <b>{step.name}</b>
              {step.stated != null && step.was != null && (
                <>
                  : stated {said(step.stated, step.unit)}, was {said(step.was, step.unit)}
                </>
              )}
              <Typography component="span" variant="body2" color="textSecondary">
                {' '}
                ({count(step.records)} {step.records === 1 ? 'record' : 'records'})
              </Typography>
            </Typography>
            <Box
              aria-hidden
              sx={{
                position: 'relative',
                height: 18,
                order: { xs: 3, md: 0 },
                gridColumn: { xs: '1 / -1', md: 'auto' },
              }}
            >
              <Box
                sx={{
                  position: 'absolute',
                  left: at(0),
                  top: -6,
                  bottom: -6,
                  borderLeft: 2,
                  borderColor: 'text.primary',
                }}
              />
              <Box
                sx={{
                  position: 'absolute',
                  top: 2,
                  bottom: 2,
                  left: at(Math.min(ends[i]!, ends[i + 1]!)),
                  width: `calc(${at(low + Math.abs(step.difference))} + 2px)`,
                  backgroundColor: step.difference > 0 ? 'error.main' : 'primary.main',
                }}
              />
            </Box>
            <Typography sx={{ textAlign: 'right', fontWeight: 640 }}>
              {opens(`step/${step.name}`, signed(step.difference))}
            </Typography>
          </Box>
        ))}
      </Box>
      {notKnown.length > 0 && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          As estimated still: {notKnown.join('; ')}.
        </Typography>
      )}
    </Box>
  );
}
