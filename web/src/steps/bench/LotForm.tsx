import { Box, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { today } from '../../shared/days';
import { useLots } from '../../shared/useLots';
import { BigButton } from './big';
import type { Recorder } from './useRun';

interface Props {
  operation: string;
  /** What it is of, where that is asked; else it is said here. */
  what?: string;
  record: Recorder;
  onDone: () => void;
}

/**
 * A lot as it is scanned or typed: a scanner types and ends with Enter. One that is known is taken as it is known, however it was typed;
 * that it is of something else must be said.
 */
export function LotForm({ operation, what, record, onDone }: Props) {
  const lots = useLots();
  const [of, setOf] = useState(what ?? '');
  const [lot, setLot] = useState('');
  const [expires, setExpires] = useState('');
  const [isOther, setOther] = useState(false);
  const known = lots.find(lot);
  const material = what ?? (known && !isOther ? known.what : of.trim());
  const clash = known !== undefined && known.what.toLowerCase() !== material.toLowerCase();
  const last = expires || known?.expires || '';
  const isPast = last !== '' && last < today();
  const can = lot.trim() !== '' && material !== '' && (!clash || isOther);
  const keep = () => {
    const name = known?.lot ?? lot.trim();
    record({ kind: 'lotUsed', operation, what: material, lot: name, expires: last || null });
    if (isPast) record({ kind: 'deviated', operation, what: 'wrongLot', note: `${material} ${name} expired ${last}` });
    if (clash)
      record({
        kind: 'deviated',
        operation,
        what: 'wrongLot',
        note: `${name} was known as ${known.what}, said to be ${material}`,
      });
    onDone();
  };
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', mb: 1.5, flexWrap: 'wrap', flexBasis: '100%' }}
      onSubmit={(event) => {
        event.preventDefault();
        if (can) keep();
      }}
    >
      <TextField
        label="Lot"
        autoFocus
        value={lot}
        onChange={(event) => {
          setLot(event.target.value);
          setOther(false);
        }}
        sx={{ width: 190 }}
      />
      {what === undefined && (
        <TextField
          label="What it is"
          value={known && !isOther ? known.what : of}
          disabled={known !== undefined && !isOther}
          onChange={(event) => setOf(event.target.value)}
          sx={{ width: 230 }}
        />
      )}
      <TextField
        type="date"
        label="Expires"
        value={last}
        onChange={(event) => setExpires(event.target.value)}
        error={isPast}
        helperText={isPast ? 'Expired: it is kept as a deviation.' : undefined}
        sx={{ width: 170 }}
      />
      <BigButton type="submit" disabled={!can}>
        {isPast ? 'Use it all the same' : known ? `Keep ${known.lot}` : 'Keep the lot'}
      </BigButton>
      {known && (clash || what === undefined) && !isOther && (
        <>
          <Typography color={clash ? 'error' : 'textSecondary'}>
            {known.lot} is known as {known.what}.
          </Typography>
          <BigButton color="warning" onClick={() => setOther(true)}>
            It is {what ?? 'something else'} all the same
          </BigButton>
        </>
      )}
    </Box>
  );
}
