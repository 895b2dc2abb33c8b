import { Box, Button, Link as MuiLink, MenuItem, TextField, Typography } from '@mui/material';
import { useRef, useState } from 'react';
import { postFile } from '../../app/api/client';
import type { ShelfTool, ToolAct } from '../../app/api/types';
import { moment } from '../../shared/format';
import { useAtBench } from '../../shared/useAtBench';
import { Who } from '../../shared/Who';
import { retiredFor } from './words';
import { newId } from '../../shared/newId';

type State = ShelfTool['state'];
type Line = { act: string; at: string; by: string; text: string; photo?: string | null };

interface Props {
  state: State;
  onAct: (act: ToolAct) => void;
  isPending: boolean;
}

/** What was seen on a mold and done to it, and what may be written next. */
export function Book({ state, onAct, isPending }: Props) {
  const lines: Line[] = [
    ...state.marks.map((m) => ({ ...m, text: `${m.cavity ? `Cavity ${m.cavity}: ` : ''}${m.text}` })),
    ...state.repairs.map((r) => ({ ...r, text: `Mended: ${r.text}` })),
    ...state.revisions.map((r) => ({ ...r, text: `Revision ${r.letter}: ${r.text}` })),
    ...state.recounts,
  ].toSorted((a, b) => b.at.localeCompare(a.at));
  const [by] = useAtBench();
  return (
    <section aria-label="Its book">
      <Typography variant="h2">Its book</Typography>
      {lines.length === 0 && <Typography color="textSecondary">Nothing was seen on it yet.</Typography>}
      {lines.map((line) => (
        <Box key={line.act} sx={{ my: 1, borderBottom: 1, borderColor: 'divider', pb: 1 }}>
          <Typography>{line.text}</Typography>
          <Typography variant="body2" color="textSecondary">
            {line.by}, {moment(line.at)}{' '}
            <Button
              size="small"
              sx={{ p: 0, minWidth: 0 }}
              disabled={!by}
              aria-label={`Take back: ${line.text}`}
              onClick={() => onAct({ kind: 'takenBack', id: newId(), by, act: line.act })}
            >
              Take back
            </Button>
          </Typography>
          {line.photo && (
            <MuiLink href={`/api/shop/photos/${line.photo}`} target="_blank">
              <img
                src={`/api/shop/photos/${line.photo}`}
                alt={line.text}
                style={{ maxWidth: '100%', maxHeight: 180 }}
              />
            </MuiLink>
          )}
        </Box>
      ))}
      <Write isRetired={state.retired !== null} onAct={onAct} isPending={isPending} />
    </section>
  );
}

const kinds = {
  marked: 'Seen on it',
  mended: 'Mended',
  changed: 'Changed: a new revision',
  moved: 'Put somewhere',
  recounted: 'Shots the runs do not tell',
  described: 'Made elsewhere',
  retired: 'Retired',
} as const;

type Kind = keyof typeof kinds;

function Write({ isRetired, onAct, isPending }: Omit<Props, 'state'> & { isRetired: boolean }) {
  const [by] = useAtBench();
  const [kind, setKind] = useState<Kind>('marked');
  const [text, setText] = useState('');
  const [amount, setAmount] = useState('');
  const [why, setWhy] = useState<keyof typeof retiredFor>('wornOut');
  const [photo, setPhoto] = useState<{ hash: string; name: string } | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const send = () => {
    const said = text.trim();
    const number = Number(amount.trim());
    if (!by) return setWrong('Who writes it?');
    if (said === '' && kind !== 'retired') return setWrong('Say what.');
    if (kind === 'recounted' && (!Number.isInteger(number) || number === 0))
      return setWrong('How many shots more, or with a minus fewer?');
    setWrong(null);
    const head = { id: newId(), by };
    const acts: Record<Kind, ToolAct> = {
      marked: {
        kind: 'marked',
        ...head,
        cavity: amount.trim() && number >= 1 ? number : null,
        text: said,
        photo: photo?.hash ?? null,
      },
      mended: { kind: 'mended', ...head, text: said },
      changed: { kind: 'changed', ...head, text: said },
      moved: { kind: 'moved', ...head, place: said },
      recounted: { kind: 'recounted', ...head, shots: number, reason: said },
      described: { kind: 'described', ...head, madeOn: null, madeBy: said, pattern: null },
      retired: { kind: 'retired', ...head, why, note: said || null },
    };
    onAct(acts[kind]);
    setText('');
    setAmount('');
    setPhoto(null);
  };
  const attach = async (file: File) => {
    try {
      const kept = await postFile<{ hash: string }>('/api/shop/photos', file);
      setPhoto({ hash: kept.hash, name: file.name });
      setWrong(null);
    } catch (cause) {
      setWrong((cause as Error).message);
    }
  };
  return (
    <Box
      component="form"
      aria-label="Write into its book"
      onSubmit={(event: React.SyntheticEvent) => {
        event.preventDefault();
        send();
      }}
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-end', mt: 2 }}
    >
      <TextField
        select
        label="What"
        value={kind}
        onChange={(event) => setKind(event.target.value as Kind)}
        sx={{ minWidth: 190 }}
      >
        {Object.entries(kinds)
          .filter(([key]) => key !== 'retired' || !isRetired)
          .map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
      </TextField>
      {kind === 'retired' && (
        <TextField
          select
          label="Because"
          value={why}
          onChange={(event) => setWhy(event.target.value as typeof why)}
          sx={{ minWidth: 170 }}
        >
          {Object.entries(retiredFor).map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {(kind === 'marked' || kind === 'recounted') && (
        <TextField
          label={kind === 'marked' ? 'Cavity' : 'Shots'}
          value={amount}
          onChange={(event) => setAmount(event.target.value)}
          sx={{ width: 90 }}
        />
      )}
      <TextField
        label={{ moved: 'Where', described: 'By whom', recounted: 'Why' }[kind as string] ?? 'In words'}
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 1000 } }}
        sx={{ flex: '1 1 220px' }}
      />
      {kind === 'marked' && (
        <>
          <Button size="small" onClick={() => picker.current?.click()}>
            {photo ? photo.name : 'Add a photograph'}
          </Button>
          <input
            ref={picker}
            type="file"
            hidden
            accept="image/jpeg,image/png,image/webp"
            aria-label="A photograph"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void attach(file);
              event.target.value = '';
            }}
          />
        </>
      )}
      <Who label="Who writes" />
      <Button type="submit" variant="contained" disabled={isPending}>
        Write it
      </Button>
      {wrong && (
        <Typography role="alert" sx={{ color: 'error.main', width: '100%' }}>
          {wrong}
        </Typography>
      )}
    </Box>
  );
}
