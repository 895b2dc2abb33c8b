import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import type { RunView } from '../../app/api/types';
import { count } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
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

interface Props {
  run: RunView;
  record: Recorder;
}

/** What became of the parts: of each cavity, or by number where a run makes many. */
export const CountedHere = (props: Props) =>
  props.run.sheet.countsByNumber ? <ByNumber {...props} /> : <Counting {...props} />;

/** So many good, and of each defect so many that are not. */
function ByNumber({ run, record }: Props) {
  const [adding, setAdding] = useState<'rework' | 'scrap' | null>(null);
  const said = (fate: string, defect: string | null) =>
    run.state.counts.find((c) => c.fate === fate && (c.defect ?? null) === defect);
  const tally = (fate: (typeof fates)[number], defect: string | null, parts: number) => {
    const before = said(fate, defect);
    if (before?.parts === parts) return;
    record({ kind: 'tallied', fate, parts, defect, ...(before && { corrects: before.act }) });
  };
  const bad = run.state.counts.filter((c) => c.fate !== 'good');
  const total = run.state.counts.reduce((sum, { parts }) => sum + parts!, 0);
  return (
    <Box component="section" aria-label="Parts of this run" sx={{ my: 2 }}>
      <Typography sx={{ ...bigText, fontWeight: 640, mb: 1 }}>
        Parts of this run: {count(total)} of about {count(run.sheet.parts)}
      </Typography>
      <Amount label="Good" parts={said('good', null)?.parts ?? null} onSay={(parts) => tally('good', null, parts)} />
      {bad.map((c) => (
        <Amount
          key={`${c.fate} ${c.defect}`}
          label={`${c.fate}, ${c.defect}`}
          parts={c.parts!}
          onSay={(parts) => tally(c.fate!, c.defect, parts)}
        />
      ))}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1 }}>
        {(['rework', 'scrap'] as const).map((fate) => (
          <BigButton
            key={fate}
            variant={adding === fate ? 'contained' : 'outlined'}
            color={fate === 'scrap' ? 'error' : 'warning'}
            aria-pressed={adding === fate}
            onClick={() => setAdding(adding === fate ? null : fate)}
          >
            {fate}
          </BigButton>
        ))}
      </Box>
      {adding && (
        <Box
          role="group"
          aria-label="What is wrong with them"
          sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1 }}
        >
          {defects.map((defect) => (
            <BigButton
              key={defect}
              onClick={() => {
                tally(adding, defect, (said(adding, defect)?.parts ?? 0) + 1);
                setAdding(null);
              }}
            >
              {defect}
            </BigButton>
          ))}
        </Box>
      )}
    </Box>
  );
}

/** A count that is typed, and said when the field is left. */
function Amount({ label, parts, onSay }: { label: string; parts: number | null; onSay: (parts: number) => void }) {
  const [typed, setTyped] = useState<number | null>(null);
  const say = () => {
    if (typed !== null) onSay(typed);
  };
  return (
    <Box
      sx={{ mb: 1, maxWidth: 320 }}
      onBlur={say}
      onKeyDown={(event) => {
        if (event.key === 'Enter') say();
      }}
    >
      <NumberField
        label={label}
        unit="parts"
        value={typed ?? parts}
        onChange={setTyped}
        min={0}
        max={10_000_000}
        whole
      />
    </Box>
  );
}

/** What became of the part of each cavity; what is not good says why. */
function Counting({ run, record }: Props) {
  const [asked, setAsked] = useState<Partial<Record<number, 'rework' | 'scrap'>>>({});
  const say = (cavity: number, fate: (typeof fates)[number], defect: string | null) => {
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
                    fate === 'good' ? say(cavity, fate, null) : setAsked((now) => ({ ...now, [cavity]: fate }))
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
                  <BigButton key={defect} onClick={() => say(cavity, asked[cavity]!, defect)}>
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
