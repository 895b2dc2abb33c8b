import { Alert, Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Mend, MendPreview, MeshReport, StoredPart, Versioned } from '../../app/api/types';
import { count, number } from '../../shared/format';

interface Props {
  projectId: string;
  hash: string;
  version: number;
  onMended: (part: Versioned<StoredPart>) => void;
}

/** Mends on offer: chosen by a person, shown before they are done, and undone like anything else. */
export function MendPanel({ projectId, hash, version, onMended }: Props) {
  const path = { params: { path: { id: projectId } } };
  const [chosen, setChosen] = useState<ReadonlySet<Mend>>(new Set());
  const { data: offers = [] } = useQuery({
    queryKey: ['mending', projectId, hash],
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/part/mending', { ...path, signal })),
  });
  const mends = [...chosen];
  const preview = useMutation<MendPreview, Problem>({
    mutationFn: () => unwrap(client.POST('/api/projects/{id}/part/mending/preview', { ...path, body: { mends } })),
  });
  const mend = useMutation<Versioned<StoredPart>, Problem>({
    mutationFn: () => unwrap(client.POST('/api/projects/{id}/part/mending', { ...path, body: { mends, version } })),
    onSuccess: onMended,
  });
  if (offers.length === 0) return null;
  const toggle = (which: Mend) => {
    const next = new Set(chosen);
    if (!next.delete(which)) next.add(which);
    setChosen(next);
    preview.reset();
  };
  const problem = preview.error ?? mend.error;
  return (
    <Box component="section" aria-labelledby="mending" sx={{ mt: 2, mb: 3, border: 1, borderColor: 'divider', p: 1.5 }}>
      <Typography variant="h2" id="mending">
        Can be mended
      </Typography>
      <Typography variant="body2" color="textSecondary">
        Nothing is changed unless you say so; Undo takes it back.
      </Typography>
      {offers.map((offer) => (
        <FormControlLabel
          key={offer.mend}
          control={<Checkbox size="small" checked={chosen.has(offer.mend)} onChange={() => toggle(offer.mend)} />}
          label={offer.text}
          sx={{ display: 'flex', alignItems: 'start', '& .MuiCheckbox-root': { pt: 0.5 } }}
        />
      ))}
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button variant="outlined" disabled={chosen.size === 0 || preview.isPending} onClick={() => preview.mutate()}>
          See what it changes
        </Button>
        <Button variant="contained" disabled={!preview.data || mend.isPending} onClick={() => mend.mutate()}>
          Mend
        </Button>
      </Box>
      {problem && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {problem.message}
        </Alert>
      )}
      {preview.data && <Changes {...preview.data} />}
    </Box>
  );
}

function Changes({ before, after }: MendPreview) {
  const rows: [string, (r: MeshReport) => string][] = [
    ['Volume, cm³', (r) => (r.volumeMm3 == null ? 'withheld' : number(r.volumeMm3 / 1000, 5))],
    ['Surface, cm²', (r) => number(r.areaMm2 / 100, 5)],
    ['Triangles', (r) => count(r.triangles)],
    ['Open edges', (r) => count(r.openEdges)],
    ['Flipped edges', (r) => count(r.flippedEdges)],
    ['Repeated or empty', (r) => count(r.duplicateTriangles + r.degenerateTriangles)],
  ];
  return (
    <Box
      component="table"
      aria-label="Before and after mending"
      sx={{
        width: '100%',
        mt: 1.5,
        borderCollapse: 'collapse',
        '& td, & th': { borderBottom: 1, borderColor: 'divider', py: 0.4, textAlign: 'right', fontWeight: 400 },
        '& th:first-of-type': { textAlign: 'left' },
      }}
    >
      <thead>
        <tr>
          <th scope="col">of the part</th>
          <th scope="col">now</th>
          <th scope="col">mended</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, of]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{of(before)}</td>
            <Box component="td" sx={{ '&&': { fontWeight: of(before) === of(after) ? 400 : 640 } }}>
              {of(after)}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
