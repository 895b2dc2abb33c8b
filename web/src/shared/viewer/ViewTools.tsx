import { Box, Button, MenuItem, Slider, TextField, ToggleButton, Typography } from '@mui/material';
import { number } from '../format';
import type { Axis, Cut } from './useView';

interface Props {
  cut: Cut | null;
  /** Length of the part along the cut's axis, mm. */
  extentMm: Record<Axis, number>;
  onCut: (cut: Cut | null) => void;
  tape: boolean;
  onTape: (tape: boolean) => void;
  onWhole: () => void;
}

/** How the part is looked at: cut where, the tape, all of it. */
export function ViewTools({ cut, extentMm, onCut, tape, onTape, onWhole }: Props) {
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', mb: 1 }}
      role="toolbar"
      aria-label="View of the part"
    >
      <TextField
        select
        label="Cut across"
        value={cut?.axis ?? 'no'}
        onChange={(e) =>
          onCut(e.target.value === 'no' ? null : { axis: e.target.value as Axis, share: cut?.share ?? 0.5 })
        }
        sx={{ width: 104 }}
      >
        <MenuItem value="no">not cut</MenuItem>
        {(['x', 'y', 'z'] as const).map((axis) => (
          <MenuItem key={axis} value={axis}>
            {axis}
          </MenuItem>
        ))}
      </TextField>
      {cut && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, width: 220 }}>
          <Slider
            size="small"
            min={0}
            max={1}
            step={0.005}
            value={cut.share}
            onChange={(_, share) => onCut({ ...cut, share })}
            aria-label={`Where it is cut along ${cut.axis}`}
            getAriaValueText={(share) => `${number(share * extentMm[cut.axis])} mm`}
          />
          <Typography variant="body2" sx={{ whiteSpace: 'nowrap', minWidth: 64 }}>
            {number(cut.share * extentMm[cut.axis])} mm
          </Typography>
        </Box>
      )}
      <ToggleButton
        value="tape"
        size="small"
        selected={tape}
        onChange={() => onTape(!tape)}
        sx={{ textTransform: 'none', py: 0.75 }}
      >
        Tape
      </ToggleButton>
      <Button onClick={onWhole}>Whole part</Button>
    </Box>
  );
}
