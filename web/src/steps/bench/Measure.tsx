import { Box, MenuItem, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { DeviceNow, Operation, OperationState } from '../../app/api/types';
import { limitSaid } from '../../shared/asked';
import { number } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
import { useDevices, useTelling } from '../../shared/useDevices';
import { BigButton, bigText, hugeNumber } from './big';
import { Curve } from './Curve';

type Ask = Operation['asks'][number];

interface Props {
  ask: Ask;
  state: OperationState;
  onTake: (value: number, source: string | null) => void;
}

interface Band {
  target: number | null;
  least: number | null;
  most: number | null;
}

/** What a device, or a hand at a key, answers: the target, what stands on the device now, and how much is missing. */
export function Measure({ ask, state, onTake }: Props) {
  const devices = (useDevices().data ?? []).filter((d) => gives(d, ask.unit));
  const [chosen, setChosen] = useState<string | null>(null);
  const device = devices.find((d) => d.id === chosen) ?? devices.find((d) => d.status === 'live') ?? devices[0];
  const [typed, setTyped] = useState<number | null>(null);
  const [typing, setTyping] = useState(false);
  const target = state.targets.find((t) => t.id === ask.id);
  const band: Band = target ?? {
    target: ask.target,
    least: ask.atMost || ask.target === null ? null : ask.target - (ask.tolerance ?? 0),
    most: ask.atLeast || ask.target === null ? null : ask.target + (ask.tolerance ?? 0),
  };
  const unit = ask.unit ?? '';
  const live = device?.status === 'live' ? device.reading : null;
  const value = live?.value ?? null;
  const { tell, refusal } = useTelling(device?.id);
  return (
    <Box role="group" aria-label={ask.what}>
      <Typography sx={bigText}>
        <b>{ask.kind === 'weigh' ? `Weigh ${ask.what}` : ask.what}</b>:{' '}
        {band.target === null ? '' : `${limitSaid(ask)}${fixed(band.target, unit)} ${unit}`}
        {band.least !== null && band.most !== null && (
          <Typography component="span" color="textSecondary" sx={{ fontSize: 17 }}>
            {' '}
            ({fixed(band.least, unit)} to {fixed(band.most, unit)})
          </Typography>
        )}
      </Typography>
      {target?.isMoved && (
        <Typography color="warning" sx={{ fontSize: 17 }}>
          Follows what was weighed first, so that the ratio holds.
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap', my: 1 }}>
        <Typography variant="mono" component="div" sx={{ ...hugeNumber, minWidth: { md: 430 } }}>
          {live?.isOver ? 'too much' : value === null ? '–' : fixed(value, unit)}
          <Typography component="span" color="textSecondary" sx={{ fontSize: 26, ml: 1 }}>
            {unit}
          </Typography>
        </Typography>
        <Box>
          <Typography sx={{ ...bigText, fontWeight: 640 }} aria-live="polite">
            {advice(value, band, unit, ask)}
          </Typography>
          <Typography color="textSecondary">
            {device ? sourceOf(device) : `No device of the shop gives ${unit}; type it.`}
            {live?.isStable === false && ' Not stable yet.'}
          </Typography>
        </Box>
      </Box>
      {ask.kind === 'weigh' && value !== null && band.target !== null && <Scale value={value} band={band} />}
      {ask.kind === 'read' && device && (
        <Curve device={device.id} limit={band.target} isLog={unit === 'mbar'} unit={unit} />
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mt: 1.5, alignItems: 'center' }}>
        <BigButton
          variant={isWithin(value, band) ? 'contained' : 'outlined'}
          disabled={value === null || live?.isStable === false}
          data-key="t"
          aria-keyshortcuts="t"
          onClick={() => onTake(value!, device!.name)}
        >
          Take {value === null ? 'the reading' : `${fixed(value, unit)} ${unit}`}
        </BigButton>
        {ask.kind === 'weigh' && (
          <BigButton
            disabled={live === null}
            data-key="z"
            aria-keyshortcuts="z"
            onClick={() => void tell({ do: 'tare' })}
          >
            Tare
          </BigButton>
        )}
        <BigButton onClick={() => setTyping(!typing)} aria-expanded={typing}>
          Type it
        </BigButton>
        {devices.length > 1 && (
          <TextField
            select
            label="Read from"
            value={device?.id ?? ''}
            onChange={(event) => setChosen(event.target.value)}
            sx={{ minWidth: 170 }}
          >
            {devices.map((d) => (
              <MenuItem key={d.id} value={d.id}>
                {d.name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {refusal && (
          <Typography color="error">
            {device?.name}: {refusal}
          </Typography>
        )}
      </Box>
      {(typing || !device) && (
        <Box
          component="form"
          sx={{ display: 'flex', gap: 1.5, mt: 1.5, alignItems: 'flex-end' }}
          onSubmit={(event) => {
            event.preventDefault();
            if (typed !== null) onTake(typed, null);
          }}
        >
          <NumberField label={ask.what} value={typed} unit={unit} optional onChange={setTyped} width={200} />
          <BigButton type="submit" disabled={typed === null}>
            Take what is typed
          </BigButton>
        </Box>
      )}
    </Box>
  );
}

const kindOf: Record<string, DeviceNow['kind']> = {
  g: 'scale',
  mbar: 'gauge',
  kPa: 'gauge',
  '°C': 'oven',
  mm: 'calliper',
  'Shore A': 'hardness',
  'Shore D': 'hardness',
};

/** A gauge says by its readings which of its units it has. */
const gives = (device: DeviceNow, unit: string | null): boolean =>
  unit !== null &&
  kindOf[unit] === device.kind &&
  (device.kind !== 'gauge' || !device.reading || device.reading.unit === unit);

const decimals: Record<string, number> = { g: 1, mbar: 1, kPa: 0, '°C': 1, mm: 2 };
export const fixed = (value: number, unit: string): string =>
  value.toFixed(unit === 'mbar' && value >= 100 ? 0 : (decimals[unit] ?? 1));

const sourceOf = (device: DeviceNow): string =>
  device.status === 'live'
    ? `${device.name}${device.isStandIn ? ' (stand-in)' : ''}.`
    : `${device.name}: ${device.says ?? device.status}. What it can’t say can be typed.`;

const isWithin = (value: number | null, { least, most }: Band): boolean =>
  value !== null && (least === null || value >= least) && (most === null || value <= most);

function advice(value: number | null, { target, least, most }: Band, unit: string, ask: Ask): string {
  if (value === null || target === null) return '';
  if (ask.atMost) return value <= target ? 'Low enough: take it' : `${number(value - target)} ${unit} to go`;
  if (least !== null && value < least)
    return ask.kind === 'weigh'
      ? `Add ${fixed(target - value, unit)} ${unit} more`
      : `${fixed(target - value, unit)} ${unit} too low`;
  if (most !== null && value > most) return `${fixed(value - target, unit)} ${unit} too much`;
  return ask.kind === 'weigh' ? 'Enough: take it' : 'Within: take it';
}

/** Where it stands against its band, to be seen from far. */
function Scale({ value, band }: { value: number; band: Band }) {
  const end = 1.15 * band.target!;
  const at = (grams: number) => `${Math.min(100, Math.max(0, (100 * grams) / end))}%`;
  return (
    <Box aria-hidden sx={{ position: 'relative', height: 26, border: 1, borderColor: 'divider', my: 1 }}>
      <Box
        sx={{
          position: 'absolute',
          left: 0,
          top: 0,
          bottom: 0,
          width: at(value),
          backgroundColor: value > band.most! ? 'error.main' : 'primary.main',
        }}
      />
      <Box
        sx={{
          position: 'absolute',
          top: -5,
          bottom: -5,
          left: at(band.least!),
          width: `max(4px, ${(100 * (band.most! - band.least!)) / end}%)`,
          border: 2,
          borderColor: 'text.primary',
        }}
      />
    </Box>
  );
}
