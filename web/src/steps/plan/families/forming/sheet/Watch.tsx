import { Box, Button, Slider, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import type { FormingFigures, Place } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { number } from '../../../../../shared/format';
import { Legend } from '../../../../../shared/viewer/Legend';
import { thicknessBands } from './bands';
import { SheetScene } from './SheetScene';
import { useSheetDrawing } from './useSheets';

type Sheet = NonNullable<FormingFigures['ways'][number]['sheet']>;

interface Props {
  sheet: Sheet;
  need: FormingFigures['need'];
}

/** The thickness on the formed sheet, how it came about scrubbed by hand, its thinnest place, and where air is caught. */
export default function Watch({ sheet, need }: Props) {
  const ink = useInk();
  const drawing = useSheetDrawing(sheet.way!, `${sheet.gaugeMm} ${sheet.minMm} ${sheet.isFirstLook}`);
  const bands = useMemo(() => thicknessBands(need.thinnestMm, sheet.gaugeMm, ink), [need, sheet, ink]);
  const [scrubbed, setStage] = useState<number | null>(null);
  const [place, setPlace] = useState<Place>();
  const [vents, setVents] = useState(false);
  if (!drawing) return <Box sx={{ height: 470 }} />;
  const last = drawing.stroke.length;
  const stage = Math.min(scrubbed ?? last, last);
  const share = Math.round((100 * stage) / last);
  return (
    <>
      <SheetScene
        sheet={drawing.stroke[stage] ?? drawing.formed}
        formed={drawing.formed}
        bands={bands}
        marks={vents && stage === last ? sheet.last.map((l) => l.place) : []}
        place={place}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', columnGap: 2, mt: 1 }}>
        <Typography variant="body2">Clamped</Typography>
        <Slider
          size="small"
          aria-label="Watch it form"
          value={stage}
          min={0}
          max={last}
          getAriaValueText={() => (stage === last ? 'formed' : `${share} % of the stroke`)}
          onChange={(_, value) => setStage(value as number)}
          sx={{ width: { xs: 160, sm: 260 } }}
        />
        <Typography variant="body2" sx={{ flex: 1 }}>
          {stage === last ? 'Formed' : `${share} % of the stroke`}
        </Typography>
        <Button
          onClick={() => {
            setStage(null);
            setPlace({ ...sheet.minAt });
          }}
        >
          Go to the thinnest, {number(sheet.minMm, 3)} mm
        </Button>
        <Button aria-pressed={vents} onClick={() => setVents(!vents)}>
          {vents ? 'Hide' : 'Show'} where air is caught
        </Button>
      </Box>
      <Legend title="Thickness" bands={[...bands, { color: ink.bands.none, label: 'trimmed off' }]} />
    </>
  );
}
