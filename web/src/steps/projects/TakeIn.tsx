import { Box, Button, Link, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { type Problem, postFile } from '../../app/api/client';
import type { TakenIn } from '../../app/api/types';
import { count } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';

/** A project that was saved as an archive, here or elsewhere, becomes one of this list. */
export function TakeIn() {
  const queries = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const send = useMutation<TakenIn, Problem, { archive: File; record: boolean }>({
    mutationFn: ({ archive, record }) => postFile<TakenIn>(`/api/projects/archive?record=${record}`, archive),
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ['projects'] }),
        queries.invalidateQueries({ queryKey: ['shelf'] }),
      ]),
  });
  const take = (archive: File, record: boolean) => {
    setFile(archive);
    send.mutate({ archive, record });
  };
  return (
    <Box component="section" aria-labelledby="take-in" sx={{ mt: 4 }}>
      <Typography variant="h2" id="take-in" sx={{ mb: 1 }}>
        From another installation
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        An archive holds a whole project: part, choices, decisions, runs, measurements, molds. Each project of the list
        can be saved as one.
      </Typography>
      <Button disabled={send.isPending} onClick={() => picker.current?.click()}>
        {send.isPending ? `Looking through ${file?.name ?? 'it'} …` : 'Take in an archive'}
      </Button>
      <input
        ref={picker}
        type="file"
        accept=".zip"
        aria-label="An archive"
        hidden
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) take(chosen, true);
        }}
      />
      {send.error && <Refusal problem={send.error} />}
      {send.error?.code === 'archive.known' && file && (
        <Button onClick={() => take(file, false)}>Take it in as a copy, without its record</Button>
      )}
      <Box role="status">{send.data && <Taken taken={send.data} />}</Box>
    </Box>
  );
}

const Taken = ({ taken: { project, runs, entries, leftOut } }: { taken: TakenIn }) => (
  <>
    <Typography variant="body2">
      <Link component={RouterLink} to={`/projects/${project.id}/part`}>
        {project.name}
      </Link>{' '}
      is in the list; runs: {count(Number(runs))}, measurements: {count(Number(entries))}.
    </Typography>
    {leftOut.length > 0 && <Typography variant="body2">Not taken along: {leftOut.join(' ')}</Typography>}
  </>
);
