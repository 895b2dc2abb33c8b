import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import type { Invoice, SpentView } from '../../../app/api/types';
import { date, number } from '../../../shared/format';
import { Refusal } from '../../../shared/Refusal';
import { useUndoKeys } from '../../../shared/useUndoKeys';
import { InvoiceForm } from './InvoiceForm';
import type { useSpent } from './useSpent';

/** What was paid, the last first; each can be taken out, and that undone. */
export function Invoices({ spent, data }: { spent: ReturnType<typeof useSpent>; data: SpentView }) {
  const { save, move } = spent;
  const [isOpen, setIsOpen] = useState(false);
  const { value, canUndo, canRedo } = data.paid;
  const undo = canUndo && !move.isPending ? () => move.mutate('undo') : undefined;
  const redo = canRedo && !move.isPending ? () => move.mutate('redo') : undefined;
  useUndoKeys(undo, redo);
  const problem = save.error ?? move.error;
  return (
    <Box component="section" aria-labelledby="invoices" sx={{ my: 4, maxWidth: 980 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2" id="invoices" sx={{ flex: 1 }}>
          Paid
        </Typography>
        <Button disabled={!undo} onClick={undo}>
          Undo
        </Button>
        <Button disabled={!redo} onClick={redo}>
          Redo
        </Button>
        <Button variant="outlined" onClick={() => setIsOpen(!isOpen)} disabled={data.stretches.length === 0}>
          {isOpen ? 'Close' : 'Enter an invoice'}
        </Button>
      </Box>
      {problem && <Refusal problem={problem} />}
      {isOpen && (
        <InvoiceForm
          stretches={data.stretches}
          onDone={(invoice) => save.mutate([...value.all, invoice], { onSuccess: () => setIsOpen(false) })}
        />
      )}
      {value.all.length === 0 && <Typography color="textSecondary">No invoice is entered yet.</Typography>}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {value.all.toReversed().map((invoice) => (
          <Box
            component="li"
            key={invoice.id}
            sx={{ display: 'flex', gap: 2, alignItems: 'baseline', borderTop: 1, borderColor: 'divider', py: 0.5 }}
          >
            <Typography sx={{ flex: 1 }}>
              <b>{what(invoice, data)}</b>, {invoice.supplier}
              {invoice.text && `: ${invoice.text}`}
              <Typography component="span" variant="body2" color="textSecondary">
                {' '}
                {days(invoice)} Entered by {invoice.by}.
              </Typography>
            </Typography>
            <Typography sx={{ fontWeight: 640 }}>{number(invoice.paid, 6)} €</Typography>
            <Button
              size="small"
              color="inherit"
              aria-label={`Take out ${what(invoice, data)}, ${invoice.supplier}, ${invoice.paid} €`}
              onClick={() => save.mutate(value.all.filter((i) => i.id !== invoice.id))}
            >
              Take out
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function what({ as, amount, key, routeId }: Invoice, { stretches }: SpentView): string {
  const stretch = stretches.find((s) => s.route.id === routeId);
  const price = stretch?.prices.find((p) => p.key === key);
  const unit = price?.unit.replace('€/', '').replace('€', '').trim();
  const names = {
    tool: amount === 1 ? 'A tool' : `${number(amount)} tools`,
    parts: `${number(amount, 6)} parts`,
    priced: `${number(amount, 4)} ${unit || '×'} ${price?.name.toLowerCase() ?? key}`,
    other: 'Something besides',
  };
  return `${names[as]}${stretch ? ` for ${stretch.route.name.toLowerCase()}` : ''}`;
}

const days = ({ orderedOn, cameOn }: Invoice): string =>
  [orderedOn && `Ordered ${date(orderedOn)}`, cameOn && `${orderedOn ? 'came' : 'Came'} ${date(cameOn)}`]
    .filter(Boolean)
    .join(', ') + (orderedOn || cameOn ? '.' : '');
