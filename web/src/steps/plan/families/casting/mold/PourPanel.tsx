import { Box, Button, Stack, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { CastingChoices, CastingFigures, Place } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { Figure } from '../../../../../shared/Figure';
import { Findings } from '../../../../../shared/Findings';
import { number } from '../../../../../shared/format';
import PaintedPart from '../../../painted/PaintedPart';
import { useSampleMap } from '../../../painted/sampleMap';
import { FigureGrid } from '../station';
import { pourPainting } from './pourPainting';

type Poured = NonNullable<CastingFigures['poured']>;
type Feed = CastingChoices['feed'];

interface Props {
  projectId: string;
  poured: Poured;
  /** Gate and risers as they stand; null where the halves have their own. */
  stands: { gate: Place; risers: Place[] } | null;
  feed: Feed;
  up: readonly number[];
}

const NONE: Place[] = [];

/** How the resin rises through the part; gate and risers are moved by picking. */
export default function PourPanel({ projectId, poured, stands, feed, up }: Props) {
  const ink = useInk();
  const { setValue } = useFormContext<CastingChoices>();
  const [picking, setPicking] = useState<'gate' | 'riser' | null>(null);
  const [place, setPlace] = useState<Place | null>(null);
  const risers = stands?.risers ?? NONE;
  const map = useSampleMap('pour/map', 'map of the pour', [
    up.join(),
    stands?.gate.pointMm.join(),
    risers.map((r) => r.pointMm.join()).join(';'),
    poured.lengthMm,
  ]);
  const painting = useMemo(() => map && pourPainting(map, ink), [map, ink]);
  const putRisers = (places: readonly number[][]) => setValue('feed.risers', places.map(point));
  const pick = (mm: number[]) => {
    if (picking === 'gate') setValue('feed.gate', point(mm));
    else putRisers([...risers.map((r) => r.pointMm), mm]);
    setPicking(null);
  };
  const byHand = feed.gate != null || feed.risers != null;
  return (
    <Box component="section" aria-label="How it fills" sx={{ mt: 2 }}>
      <Typography variant="h2">How it fills</Typography>
      {map && painting ? (
        <PaintedPart
          projectId={projectId}
          map={map}
          painting={painting}
          gates={stands ? [{ at: stands.gate }] : []}
          marks={[
            ...risers.map((riser) => ({ kind: 'riser' as const, place: riser })),
            ...poured.pockets.map((pocket) => ({ kind: 'air' as const, place: pocket.place })),
          ]}
          place={place}
          onPick={picking ? pick : null}
          note="The gate is a ball, small marks are risers and places where air stays."
        />
      ) : (
        <Box sx={{ height: 470 }} />
      )}
      {stands && (
        <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1, my: 1 }}>
          {(['gate', 'riser'] as const).map((what) => (
            <Button
              key={what}
              variant={picking === what ? 'contained' : 'outlined'}
              aria-pressed={picking === what}
              onClick={() => setPicking(picking === what ? null : what)}
            >
              {what === 'gate' ? 'Move the gate' : 'Add a riser'}
            </Button>
          ))}
          {poured.pockets.length > 0 && (
            <Button onClick={() => putRisers([...risers, ...poured.pockets.map((p) => p.place)].map((r) => r.pointMm))}>
              Risers where air stays
            </Button>
          )}
          {byHand && (
            <Button
              onClick={() => {
                setValue('feed', { gate: null, risers: null });
                setPicking(null);
              }}
            >
              Gate and risers as proposed
            </Button>
          )}
        </Stack>
      )}
      {picking && <Typography role="status">Pick the place on the part.</Typography>}
      {stands && risers.length > 0 && (
        <Box component="ul" aria-label="Risers" sx={{ listStyle: 'none', p: 0, my: 1 }}>
          {risers.map((riser, i) => (
            <Box component="li" key={riser.pointMm.join()} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Typography variant="body2" sx={{ minWidth: 300 }}>
                {riserText(i + 1, poured.risersShowAt[i])}
              </Typography>
              <Button size="small" onClick={() => setPlace(riser)} aria-label={`Show riser ${i + 1}`}>
                Show
              </Button>
              <Button
                size="small"
                onClick={() => putRisers(risers.filter((_, other) => other !== i).map((r) => r.pointMm))}
                aria-label={`Remove riser ${i + 1}`}
              >
                Remove
              </Button>
            </Box>
          ))}
        </Box>
      )}
      <Findings findings={poured.messages} onShow={(finding) => setPlace(finding.place ?? null)} />
      <FigureGrid>
        <Figure label="Air that stays, as it cures" value={number(poured.airMm3, 2)} unit="mm³" line="airLeft" />
        <Figure label="Longest way from the gate" value={number(poured.lengthMm, 3)} unit="mm" line="pourLength" />
        <Figure label="Way ÷ wall, the farthest" value={number(poured.ratio, 3)} line="pourRatio" />
        <Figure label="Gate over the lowest place" value={number(poured.fallsMm, 3)} unit="mm" line="pourFalls" />
      </FigureGrid>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        A slow pour that rises level and lets its air go up. It knows nothing of how thick the resin runs.
      </Typography>
    </Box>
  );
}

const riserText = (riser: number, share: number | null | undefined) =>
  share == null
    ? `Riser ${riser}: when it shows resin is not known`
    : `Riser ${riser} shows resin at ${number(100 * share, 2)} % of the shot`;

const point = ([x, y, z]: readonly number[]) => ({ x: x!, y: y!, z: z! });
