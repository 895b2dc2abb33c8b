import { Alert, Box, Button, Link, Typography } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { Problem } from '../app/api/client';
import type { Library, LibraryPreview } from '../app/api/types';
import { count } from '../shared/format';
import { plain } from '../shared/plainWords';
import { useUndoKeys } from '../shared/useUndoKeys';
import { preview, useLibraryChange } from './useLibraryChange';

/** Files out and in, a way back, and everything back to what ships. */
export function InAndOut({ library, changed }: { library: Library; changed: number }) {
  const put = useLibraryChange();
  const picker = useRef<HTMLInputElement>(null);
  const [asking, setAsking] = useState(false);
  const read = useMutation<LibraryPreview, Problem, File>({ mutationFn: preview });
  const { version, canUndo, canRedo } = library;
  const undo = () => put.mutate({ move: 'undo', version });
  const redo = () => put.mutate({ move: 'redo', version });
  useUndoKeys(canUndo ? undo : undefined, canRedo ? redo : undefined);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center', mb: 1 }}>
        <Link href="/api/library/library.json">Everything as JSON</Link>
        <Link href="/api/library/rates.csv">Rates as CSV</Link>
        <Link href="/api/library/materials.csv">Materials as CSV</Link>
        <Button variant="outlined" onClick={() => picker.current?.click()}>
          Take a file in
        </Button>
        <input
          ref={picker}
          type="file"
          hidden
          aria-label="Take a library file in"
          accept=".json,.csv,.txt"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) read.mutate(file);
            event.target.value = '';
          }}
        />
        <Button disabled={!canUndo || put.isPending} onClick={undo}>
          Undo
        </Button>
        <Button disabled={!canRedo || put.isPending} onClick={redo}>
          Redo
        </Button>
        <Button color="inherit" disabled={changed === 0} onClick={() => setAsking(true)}>
          All back to shipped
        </Button>
      </Box>
      {asking && (
        <Alert severity="warning" sx={{ mb: 1 }} onClose={() => setAsking(false)}>
          {count(changed)} of the shop’s own {changed === 1 ? 'figure goes' : 'figures go'} back to what ships. It can
          be undone.{' '}
          <Button
            onClick={() => {
              setAsking(false);
              put.mutate({ reset: {} });
            }}
          >
            Put all back
          </Button>
        </Alert>
      )}
      {(put.error ?? read.error) && <Alert severity="error">{(put.error ?? read.error)!.message}</Alert>}
      {read.data && (
        <Preview
          file={read.data}
          onTake={() => put.mutate({ take: read.data }, { onSuccess: () => read.reset() })}
          onLeave={() => read.reset()}
        />
      )}
    </>
  );
}

/** What would change, line by line, before anything does. */
function Preview({ file, onTake, onLeave }: { file: LibraryPreview; onTake: () => void; onLeave: () => void }) {
  const { changes, same, readAs } = file;
  return (
    <Box
      component="section"
      aria-labelledby="preview"
      sx={{ border: 1, borderColor: 'divider', p: 1.5, mb: 1, backgroundColor: 'background.paper' }}
    >
      <Typography variant="h2" id="preview">
        {changes.length === 0 ? 'The file changes nothing' : `The file would change ${count(changes.length)}`}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {readAs && `Read as ${readAs}. `}
        {same > 0 && `${count(same)} ${same === 1 ? 'entry is' : 'entries are'} as they stand.`}
      </Typography>
      <Box component="ul" sx={{ m: 0, my: 1, pl: 2, maxHeight: 320, overflowY: 'auto' }}>
        {changes.map((change) => (
          <li key={`${change.kind} ${change.key}`}>
            <b>{change.name}</b>
            {change.isNew
              ? ': new'
              : `: ${change.differences
                  .map((d) => `${plain(d.where)} ${d.then ?? 'not known'} → ${d.now ?? 'not known'}`)
                  .join('; ')}`}
          </li>
        ))}
      </Box>
      {changes.length > 0 && (
        <Button variant="contained" onClick={onTake}>
          Take it in
        </Button>
      )}
      <Button color="inherit" onClick={onLeave} sx={{ ml: 1 }}>
        Leave it
      </Button>
    </Box>
  );
}
