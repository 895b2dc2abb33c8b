import { Box, Button, Link as MuiLink, Typography } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import type { DeviceNow } from '../app/api/types';
import { NumberField } from '../shared/NumberField';
import { Refusal } from '../shared/Refusal';
import { useDevices, useTelling } from '../shared/useDevices';
import { DeviceState } from './DeviceState';

interface Order {
  label: string;
  do: string;
  /** Asked for beside it: under which name it is sent, in which unit, and what it begins with. */
  amount?: { name: string; unit: string; usual: number };
}

/** What a stand-in of a kind can be told; a gauge is told by what it reads. */
const orders: Record<string, readonly Order[]> = {
  scale: [
    { label: 'Pour', do: 'pour', amount: { name: 'g', unit: 'g', usual: 50 } },
    { label: 'Stop pouring', do: 'stop' },
    { label: 'Put a cup on', do: 'put', amount: { name: 'g', unit: 'g', usual: 20 } },
    { label: 'Tare', do: 'tare' },
    { label: 'Take all off', do: 'clear' },
    { label: 'Drift', do: 'drift', amount: { name: 'gPerS', unit: 'g/s', usual: 0.02 } },
  ],
  mbar: [
    { label: 'Pump down', do: 'pump' },
    { label: 'Let air in', do: 'vent' },
    { label: 'Leak', do: 'leak', amount: { name: 'mbarPerS', unit: 'mbar/s', usual: 2 } },
  ],
  kPa: [
    { label: 'Press to', do: 'set', amount: { name: 'kpa', unit: 'kPa', usual: 300 } },
    { label: 'Vent', do: 'vent' },
    { label: 'Leak', do: 'leak', amount: { name: 'kpaPerS', unit: 'kPa/s', usual: 5 } },
  ],
  oven: [
    { label: 'Set to', do: 'set', amount: { name: 'c', unit: '°C', usual: 70 } },
    { label: 'Open the door', do: 'open' },
  ],
  hardness: [{ label: 'Press onto', do: 'press', amount: { name: 'shoreA', unit: 'Shore A', usual: 80 } }],
  calliper: [
    { label: 'Close on', do: 'close', amount: { name: 'mm', unit: 'mm', usual: 10 } },
    { label: 'Press its key', do: 'key' },
  ],
};

const whatever: readonly Order[] = [
  { label: 'Unplug for', do: 'unplug', amount: { name: 'forS', unit: 's', usual: 10 } },
  { label: 'Babble', do: 'babble' },
];

/** The hands of a bench that isn’t there: pours, pumps, heats and unplugs the stand-ins. */
export function StandInsPage() {
  const { data: devices, error } = useDevices();
  const standIns = devices?.filter((d) => d.isStandIn) ?? [];
  if (error) return <Refusal problem={error} to="/shop?room=devices" act="Devices" />;
  return (
    <>
      <Typography variant="h1">Stand-ins</Typography>
      <Typography color="textSecondary" sx={{ mb: 2, maxWidth: 760 }}>
        They behave like devices on a bench and speak the same lines, so that a run can be tried out from end to end by
        one person.{' '}
        <MuiLink component={Link} to="/shop?room=devices">
          The shop’s devices
        </MuiLink>
      </Typography>
      {devices && standIns.length === 0 && (
        <Typography>No stand-in is attached. The demo starts with all of them.</Typography>
      )}
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: '1fr 1fr' }, columnGap: 5, rowGap: 3 }}
      >
        {standIns.map((device) => (
          <StandIn key={device.id} device={device} />
        ))}
      </Box>
    </>
  );
}

function StandIn({ device }: { device: DeviceNow }) {
  const { tell, refusal } = useTelling(device.id);
  const known = orders[device.kind] ?? orders[device.reading?.unit ?? ''] ?? [];
  return (
    <Box component="section" aria-label={device.name} sx={{ borderTop: 1, borderColor: 'divider', pt: 1 }}>
      <Box sx={{ display: 'flex', gap: 2, mb: 1 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {device.name}
        </Typography>
        <DeviceState device={device} />
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-end' }}>
        {[...known, ...whatever].map((what) => (
          <OrderButton key={what.do} order={what} onDo={(command) => void tell(command)} />
        ))}
      </Box>
      {refusal && (
        <Typography color="error" role="status" sx={{ mt: 1 }}>
          {refusal}
        </Typography>
      )}
    </Box>
  );
}

function OrderButton({ order, onDo }: { order: Order; onDo: (command: Record<string, unknown>) => void }) {
  const { amount } = order;
  const [value, setValue] = useState<number | null>(amount?.usual ?? null);
  return (
    <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'flex-end' }}>
      <Button
        variant="outlined"
        disabled={amount !== undefined && value === null}
        onClick={() => onDo({ do: order.do, ...(amount && { [amount.name]: value }) })}
      >
        {order.label}
      </Button>
      {amount && (
        <NumberField label={order.label} value={value} unit={amount.unit} optional onChange={setValue} width={100} />
      )}
    </Box>
  );
}
