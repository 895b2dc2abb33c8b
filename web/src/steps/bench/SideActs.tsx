import { Box, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { RunView } from '../../app/api/types';
import { AtBench } from './AtBench';
import { BigButton, bigText } from './big';
import { LotForm } from './LotForm';
import type { Recorder } from './useRun';

const deviations = [
  ['spilled', 'Spilled'],
  ['remixed', 'Mixed again'],
  ['late', 'Late'],
  ['wrongLot', 'Wrong lot'],
  ['equipment', 'Equipment'],
  ['other', 'Something else'],
] as const;

type Panel = 'wrong' | 'lot' | 'note' | 'over' | 'abandon';

interface Props {
  run: RunView;
  operation: string;
  record: Recorder;
  onName: (name: string) => void;
}

/** What may happen beside an operation, a tap away and never in its way. */
export function SideActs({ run, operation, record, onName }: Props) {
  const [open, setOpen] = useState<Panel | null>(null);
  const [text, setText] = useState('');
  const toggle = (panel: Panel) => setOpen(open === panel ? null : panel);
  const close = () => {
    setOpen(null);
    setText('');
  };
  const paused = run.state.phase === 'paused';
  const note = (label: string) => (
    <TextField
      label={label}
      value={text}
      onChange={(event) => setText(event.target.value)}
      slotProps={{ htmlInput: { maxLength: 400 } }}
      sx={{ minWidth: 340, '& input': { fontSize: 19 } }}
    />
  );
  return (
    <Box component="section" aria-label="Beside it" sx={{ borderTop: 1, borderColor: 'divider', mt: 2, pt: 1.5 }}>
      {open === 'wrong' && (
        <Box role="group" aria-label="What did not go as planned" sx={{ mb: 1.5 }}>
          {note('Note, if there is more to say')}
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1 }}>
            {deviations.map(([what, label]) => (
              <BigButton
                key={what}
                color="error"
                onClick={() => {
                  record({ kind: 'deviated', operation, what, note: text.trim() || null });
                  close();
                }}
              >
                {label}
              </BigButton>
            ))}
          </Box>
        </Box>
      )}
      {open === 'note' && (
        <Asked
          label="Note"
          can={text.trim() !== ''}
          onDo={() => {
            record({ kind: 'noted', operation, text: text.trim() });
            close();
          }}
        >
          {note('Note')}
        </Asked>
      )}
      {open === 'lot' && <LotForm operation={operation} record={record} onDone={close} />}
      {open === 'over' && (
        <AtBench
          name={run.state.atBench}
          label="Who goes on?"
          onName={(to) => {
            record({ kind: 'handedOver', to });
            onName(to);
            close();
          }}
        />
      )}
      {open === 'abandon' && (
        <Asked
          label="Abandon this run"
          can={text.trim() !== ''}
          onDo={() => {
            record({ kind: 'abandoned', reason: text.trim() });
            close();
          }}
        >
          {note('Why')}
        </Asked>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <BigButton
          data-key="x"
          aria-keyshortcuts="x"
          color="error"
          aria-expanded={open === 'wrong'}
          onClick={() => toggle('wrong')}
        >
          Not as planned
        </BigButton>
        <BigButton color="inherit" aria-expanded={open === 'lot'} onClick={() => toggle('lot')}>
          Lot
        </BigButton>
        <BigButton color="inherit" aria-expanded={open === 'note'} onClick={() => toggle('note')}>
          Note
        </BigButton>
        <BigButton
          color="inherit"
          onClick={() => record(paused ? { kind: 'resumed' } : { kind: 'paused', reason: null })}
        >
          {paused ? 'Go on' : 'Pause'}
        </BigButton>
        <BigButton color="inherit" aria-expanded={open === 'over'} onClick={() => toggle('over')}>
          Hand over
        </BigButton>
        <BigButton color="inherit" aria-expanded={open === 'abandon'} onClick={() => toggle('abandon')}>
          Abandon
        </BigButton>
      </Box>
      {paused && (
        <Typography color="warning" sx={{ ...bigText, mt: 1 }}>
          Paused. Clocks run on: resin does not wait.
        </Typography>
      )}
    </Box>
  );
}

interface AskedProps {
  label: string;
  can: boolean;
  onDo: () => void;
  children: React.ReactNode;
}

const Asked = ({ label, can, onDo, children }: AskedProps) => (
  <Box
    component="form"
    sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-end', mb: 1.5, flexWrap: 'wrap' }}
    onSubmit={(event) => {
      event.preventDefault();
      if (can) onDo();
    }}
  >
    {children}
    <BigButton type="submit" disabled={!can}>
      {label}
    </BigButton>
  </Box>
);
