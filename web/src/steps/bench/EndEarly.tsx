import { Box, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { BigButton, bigText } from './big';

const usual = ['It was ready sooner', 'The equipment was needed', 'Something went wrong', 'Planned too long'];

/** Why a wait is ended before its time: it stays with the run, and whoever looks for the cause of a defect reads it. */
export function EndEarly({ onEnd, onStay }: { onEnd: (reason: string) => void; onStay: () => void }) {
  const [text, setText] = useState('');
  return (
    <Box role="group" aria-label="Why end it early?" sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 2, my: 2 }}>
      <Typography sx={{ ...bigText, fontWeight: 640, mb: 1 }}>Why end it early?</Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1.5 }}>
        {usual.map((reason) => (
          <BigButton key={reason} color="warning" onClick={() => onEnd(reason)}>
            {reason}
          </BigButton>
        ))}
        <BigButton color="inherit" autoFocus onClick={onStay}>
          Let it go on
        </BigButton>
      </Box>
      <Box
        component="form"
        sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', flexWrap: 'wrap' }}
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) onEnd(text.trim());
        }}
      >
        <TextField
          label="Another reason"
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 400 } }}
          sx={{ minWidth: 300 }}
        />
        <BigButton type="submit" color="warning" disabled={text.trim() === ''}>
          End it early
        </BigButton>
      </Box>
    </Box>
  );
}
