import { Box, MenuItem, TextField, Typography } from '@mui/material';
import type { ShapeFigures as Figures, StoredPart } from '../../app/api/types';
import { Figure } from '../../shared/Figure';
import { number } from '../../shared/format';

interface Props {
  figures: Figures;
  pull: StoredPart['pull'];
  onPull: (pull: number[] | null) => void;
}

const AXES: Record<string, number[]> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/** What was measured of the shape. */
export function ShapeFigures({ figures, pull, onPull }: Props) {
  const cm2 = (mm2: number) => number(mm2 / 100);
  const { wallMm: wall, section, draw, projectedAreaMm2: shadows } = figures;
  return (
    <>
      {wall && (
        <Figure
          label="Wall: thinnest hundredth, middle"
          value={`${number(wall.p1)}, ${number(wall.median)}`}
          unit="mm"
          line="wall"
        />
      )}
      {section && <Figure label="Section to cool" value={number(section.diameterMm)} unit="mm" line="section" />}
      <Figure
        label="Undercut, regions"
        value={`${cm2(figures.undercutAreaMm2)} cm², ${figures.undercuts.length}`}
        line="undercut"
      />
      <Figure label="Without draft" value={cm2(figures.belowDraft[0]!.areaMm2)} unit="cm²" line="no-draft" />
      <Figure label="Parting area" value={cm2(draw.openingMm2)} unit="cm²" line="opening" />
      <Figure
        label="Shadow along x, y, z"
        value={`${cm2(shadows.x)}, ${cm2(shadows.y)}, ${cm2(shadows.z)}`}
        unit="cm²"
        line="shadow"
      />
      <Figure label="Draw, areal draw" value={`${number(draw.ratio, 2)}, ${number(draw.arealRatio, 2)}`} line="draw" />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mt: 1.5 }}>
        <TextField
          select
          label="Pull"
          value={nameOf(pull)}
          onChange={(event) => onPull(AXES[event.target.value] ?? null)}
          sx={{ width: 150, flexShrink: 0 }}
        >
          <MenuItem value="proposed">{pull ? 'propose one' : `proposed: ${direction(figures.pull)}`}</MenuItem>
          {Object.keys(AXES).map((axis) => (
            <MenuItem key={axis} value={axis}>
              along {axis}
            </MenuItem>
          ))}
          {nameOf(pull) === 'other' && <MenuItem value="other">{direction(figures.pull)}</MenuItem>}
        </TextField>
        <Typography variant="body2" color="textSecondary">
          {figures.pullReason ?? 'Chosen by hand.'}
        </Typography>
      </Box>
    </>
  );
}

function nameOf(pull: StoredPart['pull']) {
  if (!pull) return 'proposed';
  return Object.keys(AXES).find((axis) => AXES[axis]!.every((v, i) => v === pull[i])) ?? 'other';
}

const direction = (pull: readonly number[]) =>
  nameOf([...pull]) === 'other' ? `(${pull.map((v) => number(v, 2)).join(', ')})` : nameOf([...pull]);
