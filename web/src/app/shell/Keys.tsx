import { Box, Button, Drawer, Typography } from '@mui/material';

const keys: readonly [string, string][] = [
  ['1 … 6', 'go to a step'],
  ['p', 'all projects'],
  ['l', 'the library of rates and materials'],
  ['w', 'the shop’s week'],
  ['m', 'the molds of the shop, and the search over all runs'],
  ['s', 'the shop: people, equipment, calendar, devices'],
  ['Tab', 'from one thing to the next; Enter opens a figure’s working'],
  ['Esc', 'close the working, or this list'],
  ['← →', 'on the quantity ruler: a twentieth less or more (with Shift a quarter)'],
  ['PgUp PgDn', 'on the quantity ruler: ten times as many, a tenth'],
  ['← → ↑ ↓  + −', 'on the part: turn it, come nearer, go away'],
  ['Ctrl Z', 'undo the last change of this step; with Shift redo'],
  ['g t z x', 'at the bench: go on, take the reading, tare, not as planned'],
  ['?', 'this list'],
];

export function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Drawer
      anchor="right"
      variant="persistent"
      open
      slotProps={{
        paper: {
          sx: { width: 380, maxWidth: '100vw', p: 2, boxShadow: 6 },
          'aria-label': 'Keys',
          role: 'complementary',
        },
      }}
    >
      <Typography variant="h2" sx={{ mb: 1 }}>
        Keys
      </Typography>
      <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: '110px 1fr', rowGap: 1 }}>
        {keys.map(([key, does]) => (
          <Box key={key} sx={{ display: 'contents' }}>
            <Typography component="dt" variant="mono" sx={{ fontSize: 12.5 }}>
              {key}
            </Typography>
            <Typography component="dd" sx={{ m: 0 }}>
              {does}
            </Typography>
          </Box>
        ))}
      </Box>
      <Typography color="textSecondary" sx={{ mt: 2 }}>
        A number marked with “=” opens to its working. Any length, mass, density, temperature or time may be typed with
        its own unit, such as 3.2 in or 150 °F.
      </Typography>
      <Button onClick={onClose} sx={{ alignSelf: 'flex-start', mt: 1 }}>
        Close
      </Button>
    </Drawer>
  );
}
