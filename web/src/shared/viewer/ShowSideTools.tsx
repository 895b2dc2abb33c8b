import { Box, Button, Slider, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { number } from '../format';

export interface Brush {
  shown: boolean;
  angleDeg: number;
}

interface Props {
  brush: Brush;
  onBrush: (brush: Brush) => void;
  areaCm2: number | null;
  onClear: () => void;
}

/** How faces are picked for the show side: which side they go to, and how far a pick spreads over bends. */
export function ShowSideTools({ brush, onBrush, areaCm2, onClear }: Props) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', mb: 0.5 }}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={brush.shown ? 'A' : 'B'}
        onChange={(_, side: string | null) => side && onBrush({ ...brush, shown: side === 'A' })}
        aria-label="A picked face becomes"
      >
        <ToggleButton value="A" sx={{ textTransform: 'none', py: 0.25 }}>
          to A, show
        </ToggleButton>
        <ToggleButton value="B" sx={{ textTransform: 'none', py: 0.25 }}>
          to B, back
        </ToggleButton>
      </ToggleButtonGroup>
      <Typography variant="body2">spreads over bends up to {brush.angleDeg}°</Typography>
      <Slider
        size="small"
        min={1}
        max={90}
        value={brush.angleDeg}
        onChange={(_, angleDeg) => onBrush({ ...brush, angleDeg })}
        aria-label="Bend a pick spreads over"
        getAriaValueText={(deg) => `${deg}°`}
        sx={{ width: 120 }}
      />
      <Typography variant="body2" color="textSecondary">
        {areaCm2 === null ? 'Pick a face; until then half of the surface counts.' : `A is ${number(areaCm2)} cm²`}
      </Typography>
      {areaCm2 !== null && <Button onClick={onClear}>Clear</Button>}
    </Box>
  );
}
