import { Box, Typography } from '@mui/material';
import type { DeviceNow } from '../app/api/types';
import { number } from '../shared/format';

const words: Record<DeviceNow['status'], string> = {
  away: 'away',
  live: 'live',
  silent: 'silent',
  wrongKind: 'wrong kind',
  flooding: 'flooding',
};

/** How a device stands and what it last said, in words. */
export function DeviceState({ device }: { device: DeviceNow }) {
  const { status, says, reading, notUnderstood, lastOdd } = device;
  return (
    <Box sx={{ minWidth: 190 }}>
      <Typography color={status === 'live' ? 'textPrimary' : 'error'} sx={{ fontWeight: 600 }}>
        {words[status]}
        {reading && (
          <Typography variant="mono" component="span" sx={{ ml: 1 }}>
            {reading.isOver ? 'too much' : reading.value === null ? '' : number(reading.value, 5)} {reading.unit}
          </Typography>
        )}
      </Typography>
      {says && <Typography variant="body2">{says}</Typography>}
      {notUnderstood > 0 && (
        <Typography variant="body2" color="warning">
          {notUnderstood} not understood, the last: <code>{lastOdd}</code>
        </Typography>
      )}
    </Box>
  );
}
