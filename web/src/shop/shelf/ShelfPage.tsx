import { Alert, Box, Link as MuiLink, TextField, Typography } from '@mui/material';
import { Link, useSearchParams } from 'react-router';
import type { FoundRuns, ShelfLine } from '../../app/api/types';
import { count, date, moment } from '../../shared/format';
import { AsTables } from '../../shared/AsTables';
import { Refusal } from '../../shared/Refusal';
import { stackingTable } from '../../shared/stackingTable';
import { useRested } from '../../shared/useRested';
import { toolAddress, useSearch, useShelf } from './useShelf';
import { retiredFor } from './words';

/** Every mold and tool of the shop, and one box to find any part, lot, person or defect. */
export function ShelfPage() {
  const [params, setParams] = useSearchParams();
  const q = params.get('q') ?? '';
  const { data, error } = useShelf();
  const found = useSearch(useRested(q, 250));
  if (error) return <Refusal problem={error} to="/" act="All projects" />;
  if (!data) return null;
  return (
    <>
      <Typography variant="h1">Molds</Typography>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <MuiLink component={Link} to="/shelf/learned">
          What the shop has learned
        </MuiLink>
        <span>
          All runs as <AsTables at={(form) => `/api/log/runs.${form}`} />
        </span>
      </Box>
      <TextField
        type="search"
        label="Find a lot, a shot, a person, a defect"
        value={q}
        onChange={(event) => setParams(event.target.value ? { q: event.target.value } : {}, { replace: true })}
        sx={{ width: { xs: '100%', sm: 420 }, my: 1 }}
      />
      {found.error && <Alert severity="error">{found.error.message}</Alert>}
      {q.trim() !== '' && found.data && <FoundTable found={found.data} />}
      {q.trim() === '' && <Tools tools={data} />}
    </>
  );
}

function Tools({ tools }: { tools: readonly ShelfLine[] }) {
  if (tools.length === 0)
    return (
      <Typography color="textSecondary">
        Nothing lies here yet: a mold comes to the shelf with the run that makes it, or with its first shot.
      </Typography>
    );
  return (
    <Box component="table" aria-label="Molds and tools" sx={stackingTable}>
      <thead>
        <tr>
          <th scope="col">Mold</th>
          <th scope="col">Makes</th>
          <th scope="col">Shots</th>
          <th scope="col">Surely so many more</th>
          <th scope="col">Marks</th>
          <th scope="col">Lies</th>
          <th scope="col">Last shot</th>
        </tr>
      </thead>
      <tbody>
        {tools.map((line) => (
          <Box
            component="tr"
            key={`${line.tool.projectId}${line.tool.plan}${line.tool.number}`}
            sx={{ color: line.retired ? 'text.secondary' : undefined }}
          >
            <td>
              <MuiLink component={Link} to={toolAddress(line.tool)} sx={{ fontWeight: 600 }}>
                {line.name}, revision {line.revision}
              </MuiLink>
            </td>
            <td data-of="makes">
              {line.project}, {line.route.toLowerCase()}
            </td>
            <td data-of="shots">{count(line.shots)}</td>
            <td data-of="more">
              {line.retired ? retiredFor[line.retired] : line.sureMore == null ? '' : count(Math.floor(line.sureMore))}
            </td>
            <td data-of="marks">{line.marks || ''}</td>
            <td data-of="lies">{line.place}</td>
            <td data-of="last shot">{line.lastShot && date(line.lastShot)}</td>
          </Box>
        ))}
      </tbody>
    </Box>
  );
}

function FoundTable({ found }: { found: FoundRuns }) {
  return (
    <>
      <Typography role="status" sx={{ my: 1 }}>
        {found.total === 0
          ? 'Nothing holds all of these words.'
          : `${count(found.total)} ${found.total === 1 ? 'run' : 'runs'}${found.total > found.runs.length ? `, the last ${count(found.runs.length)} of them` : ''}.`}
      </Typography>
      {found.runs.length > 0 && (
        <Box component="table" aria-label="Found" sx={stackingTable}>
          <thead>
            <tr>
              <th scope="col">Run</th>
              <th scope="col">Of</th>
              <th scope="col">Found in</th>
              <th scope="col">Begun</th>
              <th scope="col">By</th>
              <th scope="col">Good / rework / scrap</th>
            </tr>
          </thead>
          <tbody>
            {found.runs.map((run) => (
              <tr key={run.run}>
                <td>
                  <MuiLink component={Link} to={`/shelf/pedigree/${run.run}`} sx={{ fontWeight: 600 }}>
                    {run.title}
                  </MuiLink>
                </td>
                <td data-of="of">{run.project}</td>
                <td data-of="found in">{run.where}</td>
                <td data-of="begun">{moment(run.begun)}</td>
                <td data-of="by">{run.by}</td>
                <td data-of="good / rework / scrap">
                  {run.good + run.rework + run.scrap > 0 && `${run.good} / ${run.rework} / ${run.scrap}`}
                </td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
    </>
  );
}
