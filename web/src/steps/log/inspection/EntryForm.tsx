import { Box, Button, TextField, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import type { DeviceNow, Entry, InspectionItem, ItemChart } from '../../../app/api/types';
import { AsTables } from '../../../shared/AsTables';
import { number } from '../../../shared/format';
import { useLive } from '../../../shared/live';
import { useAtBench } from '../../../shared/useAtBench';
import { useDevices } from '../../../shared/useDevices';
import { Who } from '../../../shared/Who';
import { numberOf, valued } from '../words';
import { newId } from '../../../shared/newId';

interface Props {
  item: InspectionItem;
  cavities: number;
  /** The value that is put right; null for a new one. */
  correcting: ItemChart['points'][number] | null;
  onStop: () => void;
  onEnter: (entry: Entry) => Promise<unknown>;
  onTable: (file: File) => void;
  /** Where all measurements are had in a form. */
  tables: (form: string) => string;
}

/** One value after the other: the shot stays, the cavity goes on by itself. */
export function EntryForm({ item, cavities, correcting, onStop, onEnter, onTable, tables }: Props) {
  const [by] = useAtBench();
  const [shot, setShot] = useState(correcting ? String(correcting.shot) : '');
  const [cavity, setCavity] = useState(correcting?.cavity ?? 1);
  const [value, setValue] = useState('');
  const [source, setSource] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const field = useRef<HTMLInputElement>(null);
  const device = useDevices().data?.find((d) => d.kind === (item.kind === 'hardness' ? 'hardness' : 'calliper'));
  const lastKey = useRef<string | null>(null);
  const send = (look?: number, keyed?: number, key?: string) => {
    const numbers = keyed === undefined ? value.trim().split(/\s+/).map(numberOf) : [keyed];
    const shotNumber = numberOf(shot);
    if (!Number.isInteger(shotNumber) || shotNumber < 1) return setWrong('Which shot? A whole number from 1.');
    if (look === undefined && keyed === undefined && (value.trim() === '' || numbers.some(Number.isNaN)))
      return setWrong(item.kind === 'hardness' ? 'Five readings, apart by spaces.' : 'The value, in mm.');
    if (!by) return setWrong('Who measures?');
    setWrong(null);
    const entry: Entry = {
      id: key ?? newId(),
      item: item.id,
      shot: shotNumber,
      cavity,
      value: item.kind === 'hardness' ? null : (look ?? numbers[0]!),
      readings: item.kind === 'hardness' ? numbers : null,
      by,
      source: keyed === undefined ? source : (device?.name ?? null),
      corrects: correcting?.entry ?? null,
    };
    onEnter(entry).then(
      () => {
        setValue('');
        setSource(null);
        if (cavity < cavities) setCavity(cavity + 1);
        else {
          setCavity(1);
          setShot(String(shotNumber + item.everyShots));
        }
        field.current?.focus();
      },
      () => undefined,
    );
  };
  // What is sent by the calliper's own key is entered, for the shot and cavity that stand here.
  useLive('device', ({ id, reading }: DeviceNow) => {
    if (id !== device?.id || item.kind !== 'size' || !reading?.key || reading.value == null) return;
    if (reading.key === lastKey.current) return;
    lastKey.current = reading.key;
    send(undefined, reading.value, reading.key);
  });
  const takeReading = () => {
    const reading = device?.reading?.value;
    if (reading == null) return;
    setSource(device!.name);
    setValue(item.kind === 'hardness' ? `${value} ${number(reading, 5)}`.trim() : number(reading, 6));
  };
  return (
    <Box
      component="form"
      noValidate
      aria-label={correcting ? 'Put a value right' : 'Enter a value'}
      onSubmit={(event: React.SyntheticEvent) => {
        event.preventDefault();
        if (item.kind !== 'look') send();
      }}
      sx={{ mt: 2 }}
    >
      {correcting && (
        <Typography>
          Shot {correcting.shot}, cavity {correcting.cavity} was {valued(item.kind, correcting.value, item.unit)}: put
          it right, or{' '}
          <Button size="small" sx={{ p: 0, minWidth: 0 }} onClick={onStop}>
            leave it
          </Button>
          .
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-end' }}>
        <Who label="Who measures" />
        <TextField
          label="Shot"
          value={shot}
          disabled={correcting !== null}
          onChange={(event) => setShot(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          sx={{ width: 90 }}
        />
        {cavities > 1 && (
          <TextField
            label="Cavity"
            type="number"
            value={cavity}
            disabled={correcting !== null}
            onChange={(event) => setCavity(Math.max(1, Number(event.target.value)))}
            sx={{ width: 80 }}
          />
        )}
        {item.kind === 'look' ? (
          <>
            <Button variant="contained" onClick={() => send(1)}>
              As it should be
            </Button>
            <Button variant="outlined" onClick={() => send(0)}>
              Not
            </Button>
          </>
        ) : (
          <>
            <TextField
              inputRef={field}
              label={item.kind === 'hardness' ? 'Five readings, 3 s each' : 'Value, mm'}
              value={value}
              onChange={(event) => {
                setValue(event.target.value);
                setSource(null);
              }}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
              sx={{ width: item.kind === 'hardness' ? 240 : 180 }}
            />
            {device && (
              <Button size="small" disabled={device.reading == null} onClick={takeReading}>
                From {device.name}
              </Button>
            )}
            <Button type="submit" variant="contained">
              Enter
            </Button>
          </>
        )}
        <Button size="small" onClick={() => picker.current?.click()}>
          From a table
        </Button>
        <input
          ref={picker}
          type="file"
          hidden
          accept=".csv,text/csv"
          aria-label="A table of measurements"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onTable(file);
            event.target.value = '';
          }}
        />
      </Box>
      <Typography variant="body2" sx={{ mt: 1 }}>
        All measurements as <AsTables at={tables} />
      </Typography>
      {item.kind === 'hardness' && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          On a stack of 6 mm or more, at 23 °C, each reading after 3 s; the median counts.
        </Typography>
      )}
      {wrong && (
        <Typography role="alert" sx={{ color: 'error.main', mt: 0.5 }}>
          {wrong}
        </Typography>
      )}
    </Box>
  );
}
