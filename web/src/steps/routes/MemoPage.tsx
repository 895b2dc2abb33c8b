import { Box, Button, Link, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink, useParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Memo } from '../../app/api/types';
import { count, date, number, said, unbroken, word } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { asCsv } from '../../shared/working';
import { stackingTable } from '../../shared/stackingTable';
import { SequenceLine } from './answer/SequenceLine';
import { useQuantity } from '../../shared/comparison/useComparison';

/** The route memo as a page to print: what was decided or is recommended, the money, the next order, the risk; then the rest. */
export function MemoPage() {
  const { projectId = '' } = useParams();
  const { quantity } = useQuantity();
  const { data: memo, error } = useQuery<Memo, Problem>({
    queryKey: ['memo', projectId, quantity],
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/memo', {
          params: { path: { id: projectId }, query: { quantity: quantity ?? undefined } },
          signal,
        }),
      ),
  });
  if (error) return <Refusal problem={error} to={`/projects/${projectId}/part`} act="Go to Part" />;
  if (!memo) return null;
  return (
    <Box sx={{ maxWidth: 880, mx: 'auto', '@media print': { fontSize: 11 } }}>
      <Box sx={{ display: 'flex', gap: 2, mb: 2, '@media print': { display: 'none' } }}>
        <Link component={RouterLink} to={`/projects/${projectId}/routes?q=${memo.quantity}`} sx={{ flex: 1 }}>
          Back to the routes
        </Link>
        <Button variant="outlined" onClick={() => window.print()}>
          Print
        </Button>
        <Button href={`/api/projects/${projectId}/memo.pdf?quantity=${memo.quantity}`}>PDF</Button>
      </Box>
      <Head memo={memo} />
      <Part name="Beside it" lines={memo.beside} />
      <Part name="What would change it" lines={memo.changes} />
      <Part name="Asked" lines={memo.asked} />
      <Typography variant="h2" sx={{ mt: 2 }}>
        Routes for {count(memo.quantity)} parts
      </Typography>
      <Rows memo={memo} />
      {memo.ruledOut > 0 && (
        <Typography variant="body2" color="textSecondary">
          {memo.ruledOut} ruled out; the reasons stand on the Routes page.
        </Typography>
      )}
      <Part name="Seen with what-ifs" lines={memo.whatIfs} />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 2 }}>
        {memo.deference}
      </Typography>
      <Appendix memo={memo} />
    </Box>
  );
}

/** How the total comes about, on paper from a page of its own: name, formula, numbers, on whose word. */
function Appendix({ memo: { working, today, project } }: { memo: Memo }) {
  if (working.length === 0 && !today) return null;
  return (
    <Box
      component="section"
      aria-label="How the total comes about"
      sx={{ mt: 4, '@media print': { breakBefore: 'page' } }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          How the total comes about
        </Typography>
        {working.length > 0 && (
          <Link
            href={`data:text/csv;charset=utf-8,${encodeURIComponent(asCsv(working))}`}
            download={`working, ${project}.csv`}
            sx={{ '@media print': { display: 'none' } }}
          >
            As CSV
          </Link>
        )}
      </Box>
      {today && <Typography>{today}</Typography>}
      {working.map((line) => (
        <Box key={line.id} sx={{ mt: 1.5, breakInside: 'avoid' }}>
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
            <Typography variant="h3" sx={{ flex: 1 }}>
              {line.name}
            </Typography>
            <Typography sx={{ fontWeight: 640, whiteSpace: 'nowrap' }}>{said(line.value, line.unit, 6)}</Typography>
          </Box>
          <Typography variant="mono" component="p" sx={{ fontSize: 12 }}>
            {line.formula}
          </Typography>
          <Typography variant="body2" color="textSecondary">
            {line.numbers && `${line.numbers}. `}
            {line.source}
          </Typography>
        </Box>
      ))}
    </Box>
  );
}

function Head({ memo }: { memo: Memo }) {
  const { head } = memo;
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2 }}>
        <Box sx={{ flex: 1 }}>
          <Typography variant="h1">
            Route memo: {memo.project}, rev {memo.revision}
          </Typography>
          <Typography color="textSecondary">
            {date(memo.on)}. {memo.part}.
          </Typography>
          <Typography variant="h2" sx={{ mt: 2 }}>
            {memo.isDecided ? 'Decided' : 'Recommended'}
          </Typography>
          {head && <Typography sx={{ fontSize: 17, fontWeight: 640 }}>{unbroken(head.said)}</Typography>}
          {memo.decided && <Typography>{memo.decided}</Typography>}
        </Box>
        {memo.meshHash && (
          <Box
            component="img"
            src={`/api/meshes/${memo.meshHash}/picture.png`}
            alt="The part"
            sx={{ width: 160, alignSelf: 'start' }}
          />
        )}
      </Box>
      {head && (
        <>
          <Box sx={{ display: 'flex', gap: 5, my: 1, flexWrap: 'wrap' }}>
            <Large name={`in all; ${number(head.p10)} to ${number(head.p90)} € in eight draws of ten`}>
              {number(head.total)} €
            </Large>
            <Large name="next order">{memo.nextOrder}</Large>
          </Box>
          <SequenceLine sequence={head} routes={memo.routes} />
        </>
      )}
      <Typography sx={{ mt: 1 }}>
        <b>Risk:</b> {unbroken(memo.risk)}
      </Typography>
    </>
  );
}

function Large({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <Typography sx={{ fontSize: 22, fontWeight: 680 }}>{children}</Typography>
      <Typography variant="body2" color="textSecondary">
        {name}
      </Typography>
    </div>
  );
}

function Part({ name, lines }: { name: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <>
      <Typography variant="h2" sx={{ mt: 2 }}>
        {name}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {lines.map((line) => (
          <li key={line}>{unbroken(line)}</li>
        ))}
      </Box>
    </>
  );
}

function Rows({ memo }: { memo: Memo }) {
  return (
    <Box component="table" sx={{ ...stackingTable, fontSize: 13 }}>
      <thead>
        <tr>
          <th>route</th>
          <th>each (10–90 %)</th>
          <th>tooling</th>
          <th>last part</th>
          <th>like the series</th>
          <th>verdict</th>
        </tr>
      </thead>
      <tbody>
        {memo.rows.map((row) => (
          <tr key={row.tag}>
            <td>
              <b>{row.tag}</b> {row.route}
              <br />
              <Typography component="span" variant="body2" color="textSecondary">
                {row.material}
              </Typography>
            </td>
            <td data-of="each">{unbroken(row.priceEach)}</td>
            <td data-of="tooling">{unbroken(row.firstTooling)}</td>
            <td data-of="last part">{unbroken(row.lastPart)}</td>
            <td data-of="like the series">{unbroken(row.likeness)}</td>
            <td>
              {word(row.verdict)}: {unbroken(row.why)}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
