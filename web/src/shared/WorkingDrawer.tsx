import { Box, Button, Drawer, IconButton, Link, Stack, Typography } from '@mui/material';
import { useEffect } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import type { WorkLine } from '../app/api/types';
import { said } from './format';
import { useWorking } from './useWorking';
import { WhatIfButton } from './WhatIf';
import { asCsv, asText, chainOf } from './working';

const WIDTH = 400;

/** How a figure came about: its line, then the lines it stands on, each input leading to where it can be changed. */
export function WorkingDrawer({ title, lines }: { title: string; lines: readonly WorkLine[] | undefined }) {
  const { open, show } = useWorking();
  const line = lines?.find((l) => l.id === open);
  useEffect(() => {
    if (!open) return;
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && show(null);
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [open, show]);

  if (open === null || !lines) return null;
  const chain = line ? chainOf(line, lines) : [];
  return (
    <Drawer
      anchor="right"
      variant="persistent"
      open
      slotProps={{
        paper: {
          sx: { width: WIDTH, maxWidth: '100vw', p: 2, boxShadow: 6 },
          role: 'complementary',
          'aria-label': 'Working',
        },
      }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          Working: {title}
        </Typography>
        <IconButton aria-label="Close the working" onClick={() => show(null)} size="small">
          ✕
        </IconButton>
      </Stack>
      {line ? <Line line={line} lines={lines} /> : <Typography>This figure has no working here any more.</Typography>}
      {line && chain.length > 1 && (
        <>
          <Typography variant="h3" sx={{ mt: 3, mb: 0.5 }}>
            It goes on from
          </Typography>
          <Lines lines={chain} />
        </>
      )}
      <Box component="details" sx={{ mt: 3 }} open={!line}>
        <Typography component="summary" variant="h3" sx={{ mb: 0.5, cursor: 'pointer' }}>
          All lines
        </Typography>
        <Lines lines={lines} />
      </Box>
      <Link
        href={`data:text/csv;charset=utf-8,${encodeURIComponent(asCsv(lines))}`}
        download={`working, ${title}.csv`}
        sx={{ mt: 2 }}
      >
        All of it as CSV
      </Link>
    </Drawer>
  );
}

function Lines({ lines }: { lines: readonly WorkLine[] }) {
  const { open, show } = useWorking();
  return (
    <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
      {lines.map((l) => (
        <Box component="li" key={l.id}>
          <Button
            fullWidth
            onClick={() => show(l.id)}
            aria-current={l.id === open}
            sx={{
              justifyContent: 'space-between',
              textAlign: 'left',
              gap: 1,
              color: 'text.primary',
              fontWeight: l.id === open ? 700 : 400,
              py: 0.25,
            }}
          >
            <span>{l.name}</span>
            <span style={{ whiteSpace: 'nowrap' }}>{said(l.value, l.unit)}</span>
          </Button>
        </Box>
      ))}
    </Box>
  );
}

/** What a line is that no formula gives. */
const kinds: Record<string, string> = {
  draws: 'Counted over seeded draws.',
  search: 'Found by a search.',
  simulation: 'Found by a simulation.',
  rule: 'By a rule of the trade.',
  table: 'Read from a table, or counted over the records.',
};

function Line({ line, lines }: { line: WorkLine; lines: readonly WorkLine[] }) {
  const { show } = useWorking();
  return (
    <>
      <Typography variant="h3">{line.name}</Typography>
      <Typography variant="mono" component="p" sx={{ my: 1, p: 1, backgroundColor: 'action.hover', fontSize: 12.5 }}>
        {line.formula}
        {line.numbers && (
          <Box component="span" sx={{ display: 'block', mt: 0.75, color: 'text.secondary' }}>
            {line.numbers}
          </Box>
        )}
      </Typography>
      {line.kind && kinds[line.kind] && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
          {kinds[line.kind]}
        </Typography>
      )}
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          '& td': { borderBottom: 1, borderColor: 'divider', py: 0.5, verticalAlign: 'baseline' },
        }}
      >
        <tbody>
          {line.inputs.map((input) => {
            const from = input.from && lines.find((l) => l.id === input.from);
            return (
              <tr key={input.name}>
                <td>
                  {from ? (
                    <Link component="button" onClick={() => show(from.id)}>
                      {input.name}
                    </Link>
                  ) : (
                    input.name
                  )}
                  <Where input={input} />
                </td>
                <Box component="td" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                  {said(input.value, input.unit, 5)}
                </Box>
              </tr>
            );
          })}
        </tbody>
      </Box>
      <Typography sx={{ mt: 1, fontWeight: 640, textAlign: 'right' }}>= {said(line.value, line.unit, 6)}</Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
        Source: {line.source}
      </Typography>
      {/* Browsers give the clipboard to pages of this machine and to secure ones only. */}
      {navigator.clipboard && (
        <Button size="small" onClick={() => void navigator.clipboard.writeText(asText(line))}>
          Copy it
        </Button>
      )}
    </>
  );
}

/** Where an input can be changed: a step of this project, or the library. */
function Where({ input: { changeAt, name, unit, value } }: { input: WorkLine['inputs'][number] }) {
  const { projectId } = useParams();
  if (!changeAt) return null;
  const [step, key = ''] = changeAt.split('/');
  const text = { fontSize: 12, ml: 1 } as const;
  return step === 'rates' ? (
    <>
      <Link
        component={RouterLink}
        to={key.startsWith('material.') ? `/library?shelf=materials&find=${key.slice(9)}` : `/library?find=${key}`}
        sx={text}
      >
        library
      </Link>
      {projectId && <WhatIfButton projectId={projectId} inputKey={key} name={name} unit={unit} value={value} />}
    </>
  ) : (
    <Link
      component={RouterLink}
      to={`/projects/${projectId}/${step}${step === 'plan' ? `?change=${key}` : ''}`}
      sx={text}
    >
      change
    </Link>
  );
}
