import { Box, Button, FormControlLabel, Link as MuiLink, Radio, RadioGroup, Typography } from '@mui/material';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { Link } from 'react-router';
import type { Shop } from '../app/api/types';
import { FormChoice, FormNumber, FormText } from '../shared/formFields';
import { useDevices } from '../shared/useDevices';
import { DeviceState } from './DeviceState';
import type { RoomProps } from './room';
import { Row } from './Row';
import { shortId } from './shopForm';

const kinds = ['scale', 'gauge', 'oven', 'hardness', 'calliper'] as const;
export const deviceNames: Record<(typeof kinds)[number], string> = {
  scale: 'Scale',
  gauge: 'Gauge, vacuum or pressure',
  oven: 'Oven',
  hardness: 'Hardness tester',
  calliper: 'Calliper',
};

export function Devices({ problem }: RoomProps) {
  const { control } = useFormContext<Shop>();
  const { fields, append, remove } = useFieldArray({ control, name: 'devices', keyName: 'key' });
  return (
    <section aria-label="Devices">
      <Typography color="textSecondary">
        A device sends its readings as lines over the network; an adapter of your own may speak for one. What it can’t
        say is typed at the bench.{' '}
        <MuiLink component={Link} to="/stand-ins">
          Pour, pump and unplug the stand-ins
        </MuiLink>
      </Typography>
      {fields.map((device, i) => (
        <Row key={device.key} label={device.name || `device ${i + 1}`} onRemove={() => remove(i)}>
          <FormText<Shop> name={`devices.${i}.name`} label="Name" sx={{ width: 220 }} />
          <FormChoice<Shop>
            name={`devices.${i}.kind`}
            label="Kind"
            options={kinds}
            names={deviceNames}
            sx={{ width: 210 }}
          />
          <Now id={device.id} />
          <Where i={i} refused={problem?.field?.startsWith(`devices[${i}]`) ? problem.message : undefined} />
        </Row>
      ))}
      <Button
        variant="outlined"
        sx={{ mt: 1.5 }}
        onClick={() =>
          append({ id: shortId(), kind: 'scale', name: `Device ${fields.length + 1}`, host: '127.0.0.1', port: null })
        }
      >
        Add a device
      </Button>
    </section>
  );
}

/** How it stands now; nothing while it is not kept yet. */
function Now({ id }: { id: string }) {
  const device = useDevices().data?.find((d) => d.id === id);
  return device ? <DeviceState device={device} /> : null;
}

/** A stand-in that ships, or an address. */
function Where({ i, refused }: { i: number; refused: string | undefined }) {
  const { control, setValue } = useFormContext<Shop>();
  const host = useWatch({ control, name: `devices.${i}.host` });
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
      <RadioGroup
        row
        aria-label="Attached by"
        value={host === null ? 'stand-in' : 'address'}
        onChange={(_, by) => {
          setValue(`devices.${i}.port`, null);
          setValue(`devices.${i}.host`, by === 'address' ? '127.0.0.1' : null);
        }}
        sx={{ mt: 1 }}
      >
        <FormControlLabel value="stand-in" control={<Radio size="small" />} label="Stand-in" />
        <FormControlLabel value="address" control={<Radio size="small" />} label="Host and port" />
      </RadioGroup>
      {host !== null && (
        <>
          <FormText<Shop> name={`devices.${i}.host`} label="Host" sx={{ width: 140 }} />
          <FormNumber<Shop>
            name={`devices.${i}.port`}
            label="Port"
            unit=""
            optional
            whole
            width={90}
            refused={refused}
          />
        </>
      )}
    </Box>
  );
}
