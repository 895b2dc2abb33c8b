import { Box, Typography } from '@mui/material';
import { memo } from 'react';
import type { RouteFigure } from '../app/api/types';

/** A section through the thing itself: stacked layers, a soft block cut open, split halves, metal halves on a sprue, a sheet on its mold. */
const sections: Record<RouteFigure, React.ReactNode> = {
  layers: <path d="M5 19h24M7 15h20M10 11h14M13 7h8" />,
  softBlock: (
    <>
      <rect x="4" y="4" width="26" height="16" rx="5" />
      <path d="M4 12q4-3 7 0M23 12q4 3 7 0" />
      <rect x="11" y="9" width="12" height="6" className="solid" />
    </>
  ),
  splitHalves: (
    <>
      <path d="M4 10V4h26v6h-7v3H11v-3zM4 14v6h26v-6" />
      <path d="M4 14h26" strokeDasharray="2 2" />
    </>
  ),
  metalHalves: (
    <>
      <path d="M4 3h11v3h4V3h11v7H4zM4 14h26v7H4z" className="solid" />
      <path d="M17 6v6" />
    </>
  ),
  block: (
    <>
      <path d="M5 20V6h24v14z" />
      <path d="M11 20v-8h12v8M17 2v6M14 5l3 3 3-3" />
    </>
  ),
  pressedHalves: (
    <>
      <path d="M5 3h24v6h-5q-7 4-14 0H5zM5 21h24v-6h-5q-7-4-14 0H5z" className="solid" />
      <path d="M10 12q7 4 14 0" />
    </>
  ),
  fibreStack: (
    <>
      <path d="M4 8q13-8 26 0M4 12q13-8 26 0M4 16q13-8 26 0" />
      <path d="M4 20q13-8 26 0" strokeDasharray="2 2" />
    </>
  ),
  sheet: (
    <>
      <path d="M3 17h6l3-9h10l3 9h6" />
      <path d="M12 20l2-8h6l2 8z" className="solid" />
    </>
  ),
};

export const RouteGlyph = memo(function RouteGlyph({ figure, tag }: { figure: RouteFigure; tag: string }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }} aria-hidden>
      <Box
        component="svg"
        viewBox="0 0 34 24"
        sx={{
          width: 34,
          height: 24,
          fill: 'none',
          stroke: 'currentcolor',
          strokeWidth: 1.4,
          '& .solid': { fill: 'currentcolor', fillOpacity: 0.25 },
        }}
      >
        {sections[figure]}
      </Box>
      <Typography variant="mono" sx={{ fontWeight: 700, fontSize: 13 }}>
        {tag}
      </Typography>
    </Box>
  );
});
