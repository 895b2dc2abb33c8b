import { Box, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { client, unwrap } from '../../../../../app/api/client';
import type { InjectionChoices, InjectionFigures, ToolDrawing } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { number } from '../../../../../shared/format';
import { SaveDrawing } from '../../../../../shared/SaveDrawing';
import { usePlanAt } from '../../../planAt';
import { middlesOf, partingOf, pathOf, sheetOf, stackOf } from './toolSheet';

interface Props {
  figures: InjectionFigures;
  plan: InjectionChoices;
}

type Ink = ReturnType<typeof useInk>;

const PIN_MM = 22;
const SCREW_MM = 12;

/** The tool to scale: parted, seen from the core; and cut lengthwise through the middle of a cavity. */
export function ToolSheet({ figures, plan }: Props) {
  const ink = useInk();
  const drawing = useRef<HTMLDivElement>(null);
  const at = usePlanAt();
  const { layout } = figures;
  const { data: lines } = useQuery<ToolDrawing>({
    queryKey: ['tool-drawing', at.projectId, at.stretch ?? '', layout.partMm.join()],
    enabled: figures.shape !== null,
    staleTime: Infinity,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/plan/tool', { params: at.params, signal })),
  });
  const sheet = sheetOf(layout);
  const size = [layout.plateLongMm!, layout.plateWideMm!, layout.highMm!].map((mm) => number(mm, 3));
  return (
    <Box component="section" aria-label="Tool drawing" sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2 }}>
        <Typography variant="h2">
          {size.join(' × ')} mm, {number(layout.weightKg!, 3)} kg
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ flex: '1 1 300px' }}>
          To scale. Blue: water. Circles: ejector pins, support pillars broken.
        </Typography>
        <SaveDrawing of={drawing} name="tool" />
      </Box>
      <div ref={drawing}>
        <svg
          viewBox={`0 0 ${sheet.width} ${sheet.height}`}
          width="100%"
          role="img"
          aria-label={`Tool of ${size.join(' by ')} millimetres, ${figures.cavityCount} ${figures.cavityCount === 1 ? 'cavity' : 'cavities'}, ${figures.pins} ejector pins each, ${2 * layout.channels.length} cooling channels`}
          style={{ display: 'block', maxHeight: 460 }}
          fontFamily="inherit"
        >
          <Front figures={figures} plan={plan} lines={lines} ink={ink} sheet={sheet} />
          <Section figures={figures} plan={plan} lines={lines} ink={ink} sheet={sheet} />
        </svg>
      </div>
    </Box>
  );
}

interface ViewProps extends Props {
  lines: ToolDrawing | undefined;
  ink: Ink;
  sheet: ReturnType<typeof sheetOf>;
}

function Front({ figures, plan, lines, ink, sheet }: ViewProps) {
  const { layout, shape, feed } = figures;
  const { front, scale } = sheet;
  const [long, wide] = [layout.plateLongMm!, layout.plateWideMm!];
  const bore = plan.water.diameterMm!;
  const corners = [-1, 1].flatMap((x) => [-1, 1].map((y) => [x, y] as const));
  return (
    <g transform={`translate(${front.x} ${front.y})`}>
      <text x={0} y={-10} fontSize={12} fill={ink.faint}>
        Parted, from the core
      </text>
      <g
        transform={`translate(${front.width / 2} ${front.height / 2}) scale(${scale} ${-scale})`}
        strokeWidth={1 / scale}
      >
        <rect
          x={-long / 2}
          y={-wide / 2}
          width={long}
          height={wide}
          fill={ink.sheet}
          stroke={ink.ink}
          strokeWidth={2 / scale}
        />
        {layout.channels.map((y) => (
          <rect key={y} x={-long / 2} y={y - bore / 2} width={long} height={bore} fill={ink.lines[6]} opacity={0.18} />
        ))}
        {corners.map(([x, y]) => (
          <g key={`${x}${y}`} fill="none" stroke={ink.faint}>
            <circle cx={x * (long / 2 - PIN_MM)} cy={y * (wide / 2 - PIN_MM)} r={PIN_MM / 2} />
            <circle cx={x * (long / 2 - 2.2 * PIN_MM)} cy={y * (wide / 2 - SCREW_MM)} r={SCREW_MM / 2} />
          </g>
        ))}
        {middlesOf(layout).map(([x, y], i) => (
          <g key={i} transform={`translate(${x - layout.partMm[0]! / 2} ${y - layout.partMm[1]! / 2})`}>
            {lines ? (
              <path d={pathOf(lines.front)} stroke={ink.ink} fill="none" />
            ) : (
              <rect width={layout.partMm[0]} height={layout.partMm[1]} fill={ink.part} stroke={ink.ink} />
            )}
            {shape?.ejectors.slice(0, figures.pins).map((pin) => (
              <circle
                key={`${pin.x} ${pin.y}`}
                cx={pin.x}
                cy={pin.y}
                r={Math.max(plan.ejectors.diameterMm! / 2, 2.5 / scale)}
                fill={ink.sheet}
                stroke={ink.risk}
                strokeWidth={1.5 / scale}
              />
            ))}
            {shape?.sideCores.flatMap((side, n) =>
              side.along ? [<SideArrow key={n} side={side} shape={shape} ink={ink} scale={scale} />] : [],
            )}
            {feed.gates.map((gate) => (
              <g key={`${gate.x} ${gate.y}`}>
                {feed.runnerMm! > 0 && (
                  <line
                    x1={layout.partMm[0]! / 2 - x}
                    y1={middlesOf(layout).length > 1 ? layout.partMm[1]! / 2 - y : -20}
                    x2={gate.x!}
                    y2={gate.y!}
                    stroke={ink.acting}
                    strokeWidth={feed.runnerMm!}
                    opacity={0.35}
                  />
                )}
                {feed.runnerMm! > 0 && middlesOf(layout).length === 1 && (
                  <circle cx={layout.partMm[0]! / 2 - x} cy={-20} r={feed.sprueMm!} fill="none" stroke={ink.acting} />
                )}
                <circle cx={gate.x} cy={gate.y} r={4 / scale} fill={ink.acting} />
              </g>
            ))}
          </g>
        ))}
      </g>
      <Size x={0} y={front.height + 16} length={front.width} text={number(long, 3)} ink={ink} />
    </g>
  );
}

function SideArrow({
  side,
  shape,
  ink,
  scale,
}: {
  side: NonNullable<InjectionFigures['shape']>['sideCores'][number];
  shape: NonNullable<InjectionFigures['shape']>;
  ink: Ink;
  scale: number;
}) {
  const { frame } = shape;
  const inTool = (of: readonly number[], axis: number) => of.reduce((sum, c, k) => sum + c * frame[3 * axis + k]!, 0);
  const [x, y] = [0, 1].map((axis) => inTool(side.place.pointMm, axis) - frame[9 + axis]!) as [number, number];
  const [dx, dy] = [0, 1].map((axis) => inTool(side.along!, axis) * (side.travelMm! + 12)) as [number, number];
  return (
    <g stroke={ink.attention} strokeWidth={2.5 / scale} fill="none">
      <line x1={x} y1={y} x2={x + dx} y2={y + dy} />
      <circle cx={x + dx} cy={y + dy} r={3 / scale} fill={ink.attention} />
    </g>
  );
}

function Section({ figures, plan, lines, ink, sheet }: ViewProps) {
  const { layout, shape } = figures;
  const { section, scale } = sheet;
  const [long, high, deep] = [layout.plateLongMm!, layout.highMm!, layout.partMm[2]!];
  const parting = partingOf(layout);
  const bore = plan.water.diameterMm!;
  const under = bore * plan.water.deepDiameters!;
  const y = (mm: number) => section.height - scale * mm;
  // The core stands on the ejector side, below; in the part's frame heights grow towards the core.
  const partAt = (x: number) =>
    `translate(${scale * (long / 2 + x - layout.partMm[0]! / 2)} ${y(parting + layout.inCavityMm!)}) scale(${scale} ${scale})`;
  const bottom = stackOf(layout)[3]!.fromMm + 15;
  const cavities = [...new Set(middlesOf(layout).map(([x]) => x))];
  return (
    <g transform={`translate(${section.x} ${section.y})`}>
      <text x={0} y={-10} fontSize={12} fill={ink.faint}>
        Cut lengthwise, nozzle above
      </text>
      {stackOf(layout).map((plate, i) => (
        <g key={plate.name}>
          <rect
            x={0}
            y={y(plate.fromMm + plate.thickMm!)}
            width={section.width}
            height={scale * plate.thickMm!}
            fill={i === 3 ? 'none' : ink.sheet}
            stroke={ink.ink}
          />
          <text x={4} y={y(plate.fromMm) - 4} fontSize={10} fill={ink.faint}>
            {plate.name}, {number(plate.thickMm!, 3)}
          </text>
        </g>
      ))}
      <line x1={0} x2={section.width} y1={y(parting)} y2={y(parting)} stroke={ink.attention} strokeWidth={2} />
      {cavities.map((x) => (
        <g key={x}>
          {lines ? (
            <g transform={partAt(x)}>
              <path d={pathOf(lines.section)} stroke={ink.ink} strokeWidth={1.6 / scale} fill="none" />
            </g>
          ) : (
            <rect
              x={scale * (long / 2 + x - layout.partMm[0]! / 2)}
              y={y(parting + layout.inCavityMm!)}
              width={scale * layout.partMm[0]!}
              height={scale * deep}
              fill={ink.part}
              stroke={ink.ink}
            />
          )}
          {shape?.ejectors.slice(0, figures.pins).map((pin) => (
            <line
              key={`${pin.x} ${pin.y}`}
              x1={scale * (long / 2 + x - layout.partMm[0]! / 2 + pin.x!)}
              x2={scale * (long / 2 + x - layout.partMm[0]! / 2 + pin.x!)}
              y1={y(bottom)}
              y2={y(parting + layout.inCavityMm! - heightOf(shape, pin.place.pointMm))}
              stroke={ink.risk}
              strokeWidth={Math.max(1.5, scale * plan.ejectors.diameterMm!)}
              opacity={0.5}
            />
          ))}
        </g>
      ))}
      {[parting + layout.inCavityMm! + under, Math.max(stackOf(layout)[2]!.fromMm + bore, parting - under)].map((mm) =>
        layout.channels.map((at) => (
          <circle
            key={`${mm} ${at}`}
            cx={section.width / 2 + scale * at * (long / layout.plateWideMm!)}
            cy={y(mm)}
            r={(scale * bore) / 2}
            fill="none"
            stroke={ink.lines[6]}
            strokeWidth={1.5}
          />
        )),
      )}
      {Array.from({ length: layout.pillars }, (_, i) => (
        <rect
          key={i}
          x={(section.width * (i + 1)) / (layout.pillars + 1) - 0.5 * scale * 25}
          y={y(stackOf(layout)[3]!.fromMm + stackOf(layout)[3]!.thickMm!)}
          width={scale * 25}
          height={scale * stackOf(layout)[3]!.thickMm!}
          fill="none"
          stroke={ink.faint}
          strokeDasharray="4 3"
        />
      ))}
      <g transform={`translate(${section.width + 16} ${section.height}) rotate(-90)`}>
        <Size x={0} y={0} length={section.height} text={number(high, 3)} ink={ink} />
      </g>
    </g>
  );
}

/** Of a point of the part above its lowest in the cavity, mm. */
const heightOf = ({ frame }: NonNullable<InjectionFigures['shape']>, point: readonly number[]) =>
  point.reduce((sum, c, k) => sum + c * frame[6 + k]!, 0) - frame[11]!;

function Size({ x, y, length, text, ink }: { x: number; y: number; length: number; text: string; ink: Ink }) {
  return (
    <g stroke={ink.faint} fill={ink.faint}>
      <line x1={x} x2={x + length} y1={y} y2={y} />
      <line x1={x} x2={x} y1={y - 4} y2={y + 4} />
      <line x1={x + length} x2={x + length} y1={y - 4} y2={y + 4} />
      <text x={x + length / 2} y={y - 4} fontSize={12} textAnchor="middle" stroke="none">
        {text}
      </text>
    </g>
  );
}
