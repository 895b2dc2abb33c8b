import { Box, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { client, unwrap } from '../../../../../app/api/client';
import type { CastingFigures, MoldDrawing } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { number } from '../../../../../shared/format';
import { SaveDrawing } from '../../../../../shared/SaveDrawing';
import { type MoldView, placesOf, runnersOf, sheetOf, type View } from './sheet';

type Mold = NonNullable<CastingFigures['silicone']>['mold'];

/** Bore of the common runner. */
const RUNNER_MM = 8;

interface Props {
  projectId: string;
  mold: Mold;
  shape: CastingFigures['shape'];
  twoPour: boolean;
}

/** The mold box to scale from the front, the side and above, with the part, its gate and risers, and the sizes to saw boards by. */
export function BoxDrawing({ projectId, mold, shape, twoPour }: Props) {
  const ink = useInk();
  const drawing = useRef<HTMLDivElement>(null);
  const up = shape?.attitude.up.join(',');
  const { data: lines } = useQuery<MoldDrawing>({
    queryKey: ['mold-drawing', projectId, up, shape?.attitude.bboxMm.join()],
    enabled: up !== undefined,
    staleTime: Infinity,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/plan/drawing', {
          params: { path: { id: projectId }, query: { up: up! } },
          signal,
        }),
      ),
  });
  const { views, width, height, scale } = sheetOf(mold);
  const places = shape ? placesOf(shape.attitude, mold) : null;
  return (
    <Box component="section" aria-label="Box drawing">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h2">The box</Typography>
        <Typography variant="body2" color="textSecondary" sx={{ flex: 1 }}>
          Inside sizes in mm, to scale. Broken lines are hidden; gate filled, risers open.
        </Typography>
        <SaveDrawing of={drawing} name="mold-box" />
      </Box>
      <div ref={drawing}>
        <svg
          viewBox={`0 0 ${width} ${height}`}
          width="100%"
          role="img"
          aria-label={`Mold box, inside ${mold.boxMm.map((side) => number(side, 4)).join(' by ')} millimetres, wall ${number(mold.wallMm)} millimetres, ${mold.layout.count} ${mold.layout.count === 1 ? 'pattern' : 'patterns'}`}
          style={{ display: 'block', maxHeight: 430 }}
          fontFamily="inherit"
        >
          {views.map((view) => (
            <g key={view.name} transform={`translate(${view.x} ${view.y})`}>
              <text x={0} y={-8} fontSize={12} fill={ink.faint}>
                {view.name}
              </text>
              <rect width={view.width} height={view.height} fill={ink.sheet} stroke={ink.ink} strokeWidth={2} />
              <Parts view={view} scale={scale} lines={lines} ink={ink} mold={mold} />
              {twoPour && shape && view.name !== 'From above' && (
                <PlaneLine
                  y={view.height - scale * (mold.wallMm + shape.plane.heightMm)}
                  width={view.width}
                  color={ink.attention}
                />
              )}
              {places &&
                view.name === 'From above' &&
                runnersOf(places, mold.layout).map(([x1, y1, x2, y2], i) => (
                  <line
                    key={i}
                    x1={x1 * scale}
                    x2={x2 * scale}
                    y1={view.height - y1 * scale}
                    y2={view.height - y2 * scale}
                    stroke={ink.acting}
                    strokeWidth={Math.max(2, RUNNER_MM * scale)}
                    opacity={0.3}
                  />
                ))}
              {places?.map((place, i) => (
                <Channel key={i} place={place} view={view} scale={scale} ink={ink} />
              ))}
              <Size
                x={0}
                y={view.height + 16}
                length={view.width}
                text={number(mold.boxMm[view.across]!, 4)}
                ink={ink}
              />
              <g transform={`translate(${view.width + 16} ${view.height}) rotate(-90)`}>
                <Size x={0} y={0} length={view.height} text={number(mold.boxMm[view.along]!, 4)} ink={ink} />
              </g>
              {view.name === 'From the front' && (
                <Size
                  x={view.width - scale * mold.wallMm}
                  y={view.height / 2}
                  length={scale * mold.wallMm}
                  text={number(mold.wallMm, 3)}
                  ink={ink}
                />
              )}
            </g>
          ))}
        </svg>
      </div>
    </Box>
  );
}

type Ink = ReturnType<typeof useInk>;

/** The part's lines at each place it stands. */
function Parts({
  view,
  scale,
  lines,
  ink,
  mold,
}: {
  view: View;
  scale: number;
  lines: MoldDrawing | undefined;
  ink: Ink;
  mold: Mold;
}) {
  const shown = lines?.[view.lines as MoldView];
  const size = partSize(mold);
  return cornersOf(view, mold).map(([x, y], i) => (
    <g key={i} transform={`translate(${x * scale} ${view.height - y * scale}) scale(${scale} ${-scale})`}>
      {shown ? (
        <>
          <path
            d={path(shown.hidden)}
            stroke={ink.faint}
            strokeWidth={0.5 / scale}
            strokeDasharray={`${3 / scale} ${2 / scale}`}
            fill="none"
            opacity={0.7}
          />
          <path d={path(shown.seen)} stroke={ink.ink} strokeWidth={1 / scale} fill="none" />
        </>
      ) : (
        <rect
          width={size[view.across]!}
          height={size[view.along]!}
          fill="none"
          stroke={ink.ink}
          strokeWidth={1 / scale}
        />
      )}
    </g>
  ));
}

const partSize = (mold: Mold) => {
  const [c0] = mold.layout.centresMm;
  return c0!.map((c) => 2 * (c - mold.wallMm));
};

/** Low corners of the parts as a view sees them, each place once. */
function cornersOf(view: View, mold: Mold): [number, number][] {
  const size = partSize(mold);
  const seen = new Map<string, [number, number]>();
  for (const centre of mold.layout.centresMm) {
    const corner: [number, number] = [
      centre[view.across]! - size[view.across]! / 2,
      centre[view.along]! - size[view.along]! / 2,
    ];
    seen.set(corner.map((c) => c.toFixed(3)).join(), corner);
  }
  return [...seen.values()];
}

function path(numbers: readonly number[]): string {
  let d = '';
  for (let i = 0; i < numbers.length; i += 4)
    d += `M${numbers[i]!.toFixed(2)} ${numbers[i + 1]!.toFixed(2)}L${numbers[i + 2]!.toFixed(2)} ${numbers[i + 3]!.toFixed(2)}`;
  return d;
}

function Channel({
  place,
  view,
  scale,
  ink,
}: {
  place: ReturnType<typeof placesOf>[number];
  view: View;
  scale: number;
  ink: Ink;
}) {
  const bore = Math.max(3, place.boreMm * scale);
  const x = place.at[view.across]! * scale;
  const look = { fill: place.gate ? ink.acting : ink.sheet, stroke: ink.acting, strokeWidth: 1.2 } as const;
  if (view.name === 'From above')
    return <circle cx={x} cy={view.height - place.at[1]! * scale} r={bore / 2 + 1} {...look} />;
  const y = view.height - place.at[2]! * scale;
  const into = place.into[view.across]! * scale;
  return (
    <g opacity={0.85}>
      {place.gate && <rect x={Math.min(x, into)} y={y - bore / 2} width={Math.abs(into - x)} height={bore} {...look} />}
      <rect x={x - bore / 2} y={0} width={bore} height={Math.max(2, y)} {...look} />
    </g>
  );
}

const PlaneLine = ({ y, width, color }: { y: number; width: number; color: string }) => (
  <line x1={-10} x2={width + 10} y1={y} y2={y} stroke={color} strokeWidth={1.4} strokeDasharray="12 3 2 3" />
);

/** A dimension line with its ticks and its number. */
function Size({ x, y, length, text, ink }: { x: number; y: number; length: number; text: string; ink: Ink }) {
  return (
    <g stroke={ink.faint} strokeWidth={0.8}>
      <line x1={x} x2={x + length} y1={y} y2={y} />
      <line x1={x} x2={x} y1={y - 4} y2={y + 4} />
      <line x1={x + length} x2={x + length} y1={y - 4} y2={y + 4} />
      <text x={x + length / 2} y={y - 3} fontSize={12} textAnchor="middle" fill={ink.ink} stroke="none">
        {text}
      </text>
    </g>
  );
}
