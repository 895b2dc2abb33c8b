import { Alert, Box, Button, Chip, Popover, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { memo, useState } from 'react';
import { client, type Problem, unwrap } from '../app/api/client';
import type { ThreePoint, Versioned, WhatIf } from '../app/api/types';
import { range, said } from './format';
import { NumberField } from './NumberField';
import { useLibrary } from './useLibrary';

type Inputs = WhatIf['inputs'];

/** Inputs held at other values for this project, and how they are changed. */
function useWhatIf(projectId: string) {
  const queries = useQueryClient();
  const path = { params: { path: { id: projectId } } };
  const key = ['what-if', projectId];
  const kept = useQuery<Versioned<WhatIf>, Problem>({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/what-if', { ...path, signal })),
  });
  const put = useMutation<Versioned<WhatIf>, Problem, Inputs>({
    mutationFn: (inputs) =>
      unwrap(
        client.PUT('/api/projects/{id}/what-if', {
          ...path,
          body: { value: { inputs }, version: kept.data?.version ?? 0 },
        }),
      ),
    onSuccess: (answer) => {
      queries.setQueryData(key, answer);
      void queries.invalidateQueries({ predicate: (q) => q.queryKey[1] === projectId && q.queryKey[0] !== 'what-if' });
    },
    onError: () => void queries.invalidateQueries({ queryKey: key }),
  });
  return { inputs: kept.data?.value.inputs ?? [], put };
}

/** Says loudly that figures are seen under what-ifs, and takes each of them, or all, back. */
export const WhatIfBadge = memo(function WhatIfBadge({ projectId }: { projectId: string }) {
  const { inputs, put } = useWhatIf(projectId);
  return inputs.length === 0 ? null : <Held inputs={inputs} hold={put.mutate} problem={put.error} />;
});

function Held({ inputs, hold, problem }: { inputs: Inputs; hold: (inputs: Inputs) => void; problem: Problem | null }) {
  const library = useLibrary().data;
  const name = (key: string) =>
    library?.rates.find((r) => r.entry.key === key)?.entry.name ??
    library?.materials.find((m) => `material.${m.entry.id}` === key)?.entry.name ??
    key;
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ mb: 1, py: 0, '@media print': { display: 'none' } }}
      role="status"
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <b>What if</b>
        {inputs.map(({ key, at }) => (
          <Chip
            key={key}
            size="small"
            label={`${name(key)}: ${range(at)}`}
            onDelete={() => hold(inputs.filter((held) => held.key !== key))}
          />
        ))}
        <Button onClick={() => hold([])}>Back to what is</Button>
      </Box>
      {problem?.message}
    </Alert>
  );
}

/** Opens a small form that holds one input at another value. */
export function WhatIfButton({
  projectId,
  inputKey,
  name,
  unit,
  value,
}: {
  projectId: string;
  inputKey: string;
  name: string;
  unit: string;
  value: ThreePoint;
}) {
  const { inputs, put } = useWhatIf(projectId);
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [typed, setTyped] = useState<number | null>(null);
  // A share is shown and typed in percent, here as everywhere.
  const [times, inUnit] = unit === 'share' ? [100, '%'] : [1, unit];
  return (
    <>
      <Button
        size="small"
        onClick={(event) => setAt(event.currentTarget)}
        aria-label={`What if ${name} were otherwise`}
      >
        What if
      </Button>
      <Popover
        open={at !== null}
        anchorEl={at}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <Box
          component="form"
          sx={{ p: 1.5, display: 'grid', gap: 1, width: 260 }}
          onSubmit={(event) => {
            event.preventDefault();
            if (typed === null) return;
            put.mutate([...inputs.filter((held) => held.key !== inputKey), { key: inputKey, at: typed / times }]);
            setAt(null);
          }}
        >
          <Typography variant="body2">
            {name} is {said(value, unit)}. What if it were
          </Typography>
          <NumberField label={name} unit={inUnit} width="100%" optional min={0} value={typed} onChange={setTyped} />
          <Button type="submit" variant="contained" disabled={typed === null}>
            See
          </Button>
          {put.error && <Alert severity="error">{put.error.message}</Alert>}
        </Box>
      </Popover>
    </>
  );
}
