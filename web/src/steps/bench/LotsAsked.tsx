import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import type { Operation, RunView } from '../../app/api/types';
import { useLots } from '../../shared/useLots';
import { BigButton } from './big';
import { LotForm } from './LotForm';
import type { Recorder } from './useRun';

interface Props {
  run: RunView;
  operation: Operation;
  record: Recorder;
}

const OFFERED = 3;

/** Of which lot is what is weighed: those in use are a tap, another is scanned or typed. */
export function LotsAsked({ run, operation, record }: Props) {
  const lots = useLots();
  const [typing, setTyping] = useState<string | null>(null);
  const asked = [...new Set(operation.asks.flatMap((a) => (a.lotOf ? [a.lotOf] : [])))];
  return (
    <Box component="section" aria-label="Lots" sx={{ my: 1.5 }}>
      {asked.map((what) => {
        const said = run.state.lots.filter((l) => l.what.toLowerCase() === what.toLowerCase());
        return (
          <Box
            key={what}
            role="group"
            aria-label={`Lot of ${what}`}
            sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', minHeight: 44, mb: 0.5 }}
          >
            <Typography sx={{ fontSize: 18, minWidth: 230 }}>
              {said.length > 0 ? '✓ ' : ''}Lot of {what}
              {said.length > 0 && (
                <Typography variant="mono" component="span" sx={{ fontSize: 18, fontWeight: 650 }}>
                  {' '}
                  {said.map((l) => l.lot).join(', ')}
                </Typography>
              )}
            </Typography>
            {said.length === 0 &&
              lots
                .of(what)
                .slice(0, OFFERED)
                .map((lot) => (
                  <BigButton
                    key={lot.lot}
                    sx={{ minHeight: 48 }}
                    onClick={() =>
                      record({ kind: 'lotUsed', operation: operation.id, what, lot: lot.lot, expires: lot.expires })
                    }
                  >
                    {lot.lot}
                  </BigButton>
                ))}
            <BigButton
              color="inherit"
              sx={{ minHeight: 48 }}
              aria-expanded={typing === what}
              onClick={() => setTyping(typing === what ? null : what)}
            >
              {said.length > 0 ? 'Another lot' : 'Scan or type'}
            </BigButton>
            {typing === what && (
              <LotForm operation={operation.id} what={what} record={record} onDone={() => setTyping(null)} />
            )}
          </Box>
        );
      })}
    </Box>
  );
}
