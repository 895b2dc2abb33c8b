import { Alert, Box, Button, TextField } from '@mui/material';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { SupplierRequest } from '../../../app/api/types';
import { moment } from '../../../shared/format';
import { useSuppliers } from './useSuppliers';

/** What is asked over the supplier desk, for one route; nothing is drawn where no desk is set up. */
export function Suppliers({ routeId }: { routeId: string }) {
  const { projectId = '' } = useParams();
  const { view, ask, answer, forget, error } = useSuppliers(projectId, routeId);
  const [quantities, setQuantities] = useState('');
  if (!view || (!view.hasDesk && view.requests.length === 0)) return null;
  const open = view.requests.filter((r) => r.state !== 'quoted');
  return (
    <Box role="group" aria-label="Suppliers" sx={{ my: 1 }}>
      {open.map((request) => (
        <Asked
          key={request.id}
          request={request}
          onAnswer={(text) => answer.mutate({ request: request.id, text })}
          onForget={() => forget.mutate(request.id)}
        />
      ))}
      {view.away && <Alert severity="warning">{view.away}</Alert>}
      {view.suppliers.length > 0 && (
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
          <TextField
            size="small"
            label="Prices for how many"
            placeholder="as in the brief"
            value={quantities}
            onChange={(event) => setQuantities(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
            sx={{ width: 190 }}
          />
          {view.suppliers.map(({ id, name }) => (
            <Button
              key={id}
              size="small"
              variant="outlined"
              disabled={ask.isPending}
              onClick={() => ask.mutate({ supplier: id, quantities })}
            >
              Ask {name}
            </Button>
          ))}
        </Box>
      )}
      {error && <Alert severity="error">{error.message}</Alert>}
    </Box>
  );
}

const SAID: Record<SupplierRequest['state'], string> = {
  waiting: 'no answer yet',
  asks: 'asks back',
  quoted: 'has quoted',
  declined: 'declines',
  lost: 'will not be heard of',
};

interface AskedProps {
  request: SupplierRequest;
  onAnswer: (text: string) => void;
  onForget: () => void;
}

function Asked({ request, onAnswer, onForget }: AskedProps) {
  const { supplier, quantities, askedUtc, state, question, answer, why } = request;
  const [text, setText] = useState('');
  return (
    <Box sx={{ fontSize: 13.5, mb: 1, display: 'flex', gap: 1.5, rowGap: 0.5, flexWrap: 'wrap', alignItems: 'center' }}>
      <span>
        <b>{supplier}</b>, asked {moment(askedUtc)} for {quantities}: {SAID[state]}.{question && ` “${question}”`}
        {answer && ` Answered: ${answer}`}
        {why && ` ${why}`}
      </span>
      {state === 'asks' && (
        <Box
          component="form"
          sx={{ display: 'flex', gap: 1, flex: '1 1 260px' }}
          onSubmit={(event: React.SyntheticEvent) => {
            event.preventDefault();
            if (text.trim()) onAnswer(text.trim());
          }}
        >
          <TextField
            size="small"
            fullWidth
            label={`Answer to ${supplier}`}
            value={text}
            onChange={(event) => setText(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
          />
          <Button type="submit" variant="contained" size="small">
            Answer
          </Button>
        </Box>
      )}
      <Button
        size="small"
        sx={{ p: 0, minWidth: 0 }}
        aria-label={`Forget the request to ${supplier}`}
        onClick={onForget}
      >
        Forget
      </Button>
    </Box>
  );
}
