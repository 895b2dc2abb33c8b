import { Box, Typography } from '@mui/material';
import type { Operation, OperationState } from '../../app/api/types';
import { limitSaid } from '../../shared/asked';
import { moment } from '../../shared/format';
import { curveOf, useDevices } from '../../shared/useDevices';
import { bigText } from './big';
import { fixed } from './Measure';
import { WatchedCurve } from './WatchedCurve';

interface Props {
  ask: Operation['asks'][number];
  operation: Operation;
  state: OperationState;
}

/** A reading the operation depends on, as it stands now: by word and colour, with its curve since it was taken. */
export function Watched({ ask, operation, state }: Props) {
  const devices = useDevices().data ?? [];
  const answer = state.answers.find((a) => a.ask === ask.id);
  if (!answer || state.waitEnd) return null;
  const unit = ask.unit ?? '';
  if (answer.source === null)
    return (
      <Typography color="warning" sx={{ ...bigText, my: 1 }}>
        Nobody watches {ask.what}: it was typed. Answer again from the device, or look at it yourself.
      </Typography>
    );
  const device = devices.find((d) => d.name === answer.source);
  const watched = state.watched.find((w) => w.ask === ask.id);
  const loss = watched?.losses.find((l) => l.until === null);
  const reading = device?.status === 'live' && device.reading?.unit === unit ? device.reading.value : null;
  return (
    <Box role="group" aria-label={`Watched: ${ask.what}`} sx={{ my: 1.5 }}>
      <Typography
        sx={{ ...bigText, color: loss ? 'error.main' : undefined, fontWeight: loss ? 700 : 500 }}
        aria-live="assertive"
      >
        {loss ? '✕ Lost: ' : reading === null ? '? Not heard: ' : '✓ Holds: '}
        {ask.what}{' '}
        <Typography variant="mono" component="span" sx={{ fontSize: 30, fontWeight: 650 }}>
          {reading === null ? '–' : fixed(reading, unit)} {unit}
        </Typography>
        {`, asked ${limitSaid(ask)}${fixed(ask.target ?? 0, unit)}`}
        {loss &&
          `; since ${moment(loss.at)}${loss.value === null ? ', nothing is heard' : `, then ${fixed(loss.value, unit)} ${unit}`}`}
      </Typography>
      <WatchedCurve
        points={watched?.curve ?? []}
        heard={device ? curveOf(device.id) : []}
        now={reading}
        ask={ask}
        fromMs={Date.parse(state.handsEnd ?? answer.at)}
        minutes={operation.waitMin}
      />
    </Box>
  );
}
