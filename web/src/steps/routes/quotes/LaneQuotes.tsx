import { Alert, Box, Button, Checkbox, Link } from '@mui/material';
import { useRef, useState } from 'react';
import { useParams } from 'react-router';
import type { Lane, Quote, QuoteBeside } from '../../../app/api/types';
import { count, date, number } from '../../../shared/format';
import { stackingTable } from '../../../shared/stackingTable';
import { QuoteForm } from './QuoteForm';
import { Suppliers } from './Suppliers';
import { useQuotes } from './useQuotes';

/** The quotes for a lane's route beside its estimate: each with what it costs here, and which counts. */
export function LaneQuotes({ lane }: { lane: Lane }) {
  const { projectId = '' } = useParams();
  const [adding, setAdding] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const { keep, read, attach, error } = useQuotes(projectId);
  const quotes = lane.quotes ?? [];
  return (
    <Box sx={{ my: 1 }}>
      {quotes.length > 0 && <Table projectId={projectId} quotes={quotes} keep={keep.mutate} attach={attach.mutate} />}
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button size="small" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          Add a quote
        </Button>
        <Button size="small" onClick={() => picker.current?.click()}>
          Read quotes from a table
        </Button>
        <input
          ref={picker}
          type="file"
          hidden
          accept=".csv,text/csv"
          aria-label="A table of quotes"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) read.mutate(file);
            event.target.value = '';
          }}
        />
        <Link href={`/api/projects/${projectId}/quotes/request.zip?routeId=${lane.route.id}`} sx={{ fontSize: 13.5 }}>
          Ask for a quote: one file to send
        </Link>
      </Box>
      <Suppliers routeId={lane.route.id} />
      {error && <Alert severity="error">{error.message}</Alert>}
      {adding && (
        <QuoteForm
          routeId={lane.route.id}
          onDone={(quote) => {
            keep.mutate((all) => [...all, quote]);
            setAdding(false);
          }}
        />
      )}
    </Box>
  );
}

interface TableProps {
  projectId: string;
  quotes: readonly QuoteBeside[];
  keep: ReturnType<typeof useQuotes>['keep']['mutate'];
  attach: ReturnType<typeof useQuotes>['attach']['mutate'];
}

/** The supplier's own paper: to be had when it is there, to be added when not. */
function Paper({ projectId, quote, attach }: Pick<TableProps, 'projectId' | 'attach'> & { quote: Quote }) {
  if (quote.file)
    return <Link href={`/api/projects/${projectId}/quotes/file/${quote.file.hash}`}>{quote.file.name}</Link>;
  return (
    <Link
      component="label"
      sx={{ position: 'relative', cursor: 'pointer', '&:focus-within': { outline: 2, outlineStyle: 'solid' } }}
    >
      Attach its paper
      <Box
        component="input"
        type="file"
        aria-label={`Attach the paper of ${quote.supplier}'s quote`}
        sx={{ position: 'absolute', opacity: 0, width: '1px', height: '1px', m: 0 }}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
          const file = event.target.files?.[0];
          if (file) attach({ id: quote.id, file });
          event.target.value = '';
        }}
      />
    </Link>
  );
}

function Table({ projectId, quotes, keep, attach }: TableProps) {
  return (
    <Box component="table" aria-label="Quotes beside the estimate" sx={{ ...stackingTable, fontSize: 13, mb: 0.5 }}>
      <thead>
        <tr>
          <th>counts</th>
          <th>quote</th>
          <th>tool</th>
          <th>each here</th>
          <th>in all</th>
          <th>the estimate</th>
          <th>against it</th>
          <th>lead</th>
          <th aria-label="Remove" />
        </tr>
      </thead>
      <tbody>
        {quotes.map(({ quote, isExpired, warning, each, total, estimateTotal, difference }) => (
          <tr key={quote.id}>
            <td data-of="counts">
              <Checkbox
                size="small"
                sx={{ p: 0 }}
                checked={quote.counts}
                disabled={isExpired && !quote.counts}
                slotProps={{ input: { 'aria-label': `${quote.supplier}'s quote counts` } }}
                onChange={(_, counts) => keep((all) => all.map((q) => (q.id === quote.id ? { ...q, counts } : q)))}
              />
            </td>
            <td title={quote.remarks ?? undefined}>
              <b>{quote.supplier}</b>, until {date(quote.validUntil)}
              {quote.guaranteedShots != null && `, ${count(quote.guaranteedShots)} shots guaranteed`}
              {quote.remarks && `. ${quote.remarks.replace(/\.$/, '')}`}
              {'. '}
              <Paper projectId={projectId} quote={quote} attach={attach} />
              {warning && (
                <Box component="span" sx={{ color: 'warning.main', fontWeight: 600 }}>
                  {' '}
                  {warning}
                </Box>
              )}
            </td>
            <td data-of="tool">{number(quote.toolPrice)} €</td>
            <td data-of="each here">{number(each)} €</td>
            <td data-of="in all">{number(total)} €</td>
            <td data-of="the estimate">{number(estimateTotal)} €</td>
            <td data-of="against it">
              {difference <= 0 ? '−' : '+'}
              {number(Math.abs(difference))} €
            </td>
            <td data-of="lead">{count(quote.leadDays)} days</td>
            <td>
              <Button
                size="small"
                sx={{ p: 0, minWidth: 0 }}
                aria-label={`Remove ${quote.supplier}'s quote`}
                onClick={() => keep((all) => all.filter((q) => q.id !== quote.id))}
              >
                Remove
              </Button>
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
