import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import type { RunView } from '../../app/api/types';
import { BigButton, bigText } from './big';
import type { Recorder } from './useRun';

const fates = ['good', 'rework', 'scrap'] as const;
const defects = [
  'bubbles',
  'soft',
  'short',
  'offset',
  'flash',
  'torn',
  'streaks',
  'warped',
  'cracked',
  'peeling',
  'sink',
  'surface',
  'size',
  'other',
] as const;

/** What became of the part of each cavity; what is not good says why. */
export function Counting({ run, record }: { run: RunView; record: Recorder }) {
  const [asked, setAsked] = useState<Partial<Record<number, 'rework' | 'scrap'>>>({});
  const count = (cavity: number, fate: (typeof fates)[number], defect: string | null) => {
    const before = run.state.counts.find((c) => c.cavity === cavity);
    record({ kind: 'counted', cavity, fate, defect, ...(before && { corrects: before.act }) });
    setAsked((others) => ({ ...others, [cavity]: undefined }));
  };
  return (
    <Box component="section" aria-label="Parts of this shot" sx={{ my: 2 }}>
      <Typography sx={{ ...bigText, fontWeight: 640, mb: 1 }}>Parts of this shot</Typography>
      {Array.from({ length: run.sheet.parts }, (_, i) => {
        const cavity = i + 1;
        const counted = run.state.counts.find((c) => c.cavity === cavity);
        return (
          <Box key={cavity} role="group" aria-label={`Cavity ${cavity}`} sx={{ mb: 1 }}>
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
              <Typography sx={{ ...bigText, width: 130 }}>Cavity {cavity}</Typography>
              {fates.map((fate) => (
                <BigButton
                  key={fate}
                  variant={(asked[cavity] ?? counted?.fate) === fate ? 'contained' : 'outlined'}
                  color={fate === 'scrap' ? 'error' : fate === 'rework' ? 'warning' : 'primary'}
                  aria-pressed={(asked[cavity] ?? counted?.fate) === fate}
                  onClick={() =>
                    fate === 'good' ? count(cavity, fate, null) : setAsked((now) => ({ ...now, [cavity]: fate }))
                  }
                >
                  {fate}
                </BigButton>
              ))}
              <Typography sx={bigText}>{counted?.defect}</Typography>
            </Box>
            {asked[cavity] && (
              <Box
                role="group"
                aria-label={`What is wrong with it, cavity ${cavity}`}
                sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1 }}
              >
                {defects.map((defect) => (
                  <BigButton key={defect} onClick={() => count(cavity, asked[cavity]!, defect)}>
                    {defect}
                  </BigButton>
                ))}
              </Box>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
