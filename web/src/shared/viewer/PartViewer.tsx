import { Alert, Box } from '@mui/material';
import { Canvas } from '@react-three/fiber';
import { useMemo, useRef, useState } from 'react';
import { Color, Vector3 } from 'three';
import type { Place, ShapeFigures, ShapeVerdict, StoredPart } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { count } from '../format';
import { mmPer } from '../units';
import { facetsOf, paint } from './drawing';
import { Legend } from './Legend';
import { lookNames, paintingOf } from './looks';
import { Scene, type SceneHandle } from './Scene';
import { type Brush, ShowSideTools } from './ShowSideTools';
import { type Picked, TapeReading } from './Tape';
import { useDrawing, useMaps, useShown } from './useShape';
import { useView } from './useView';
import { LookRow } from './LookRow';
import { ViewTools } from './ViewTools';

const TURN = Math.PI / 18;

interface Props {
  projectId: string;
  part: StoredPart;
  version: number;
  figures: ShapeFigures | null;
  verdicts: readonly ShapeVerdict[];
  place: Place | null;
  onShowPick: (pick: { triangle: number; angleDeg: number; shown: boolean }) => void;
  onShowClear: () => void;
}

/** The part in three dimensions: turn, come nearer, cut, measure, and see what was measured on it. */
export default function PartViewer({
  projectId,
  part,
  version,
  figures,
  verdicts,
  place,
  onShowPick,
  onShowClear,
}: Props) {
  const ink = useInk();
  const view = useView();
  const drawing = useDrawing(part.hash!);
  const study = figures && `${part.hash}/${part.unit}/${part.pull?.join() ?? ''}`;
  const maps = useMaps(projectId, study);
  const shown = useShown(projectId, version, view.look === 'show');
  const facets = useMemo(() => facetsOf(drawing, maps), [drawing, maps]);
  const scene = useRef<SceneHandle>(null);
  const [tape, setTape] = useState(false);
  const [picked, setPicked] = useState<readonly Picked[]>([]);
  const [brush, setBrush] = useState<Brush>({ shown: true, angleDeg: 25 });
  const mmPerUnit = mmPer[part.unit];

  const painting = useMemo(
    () => paintingOf(view.look, { facets, maps, figures, verdicts, shown, ink }),
    [view.look, facets, maps, figures, verdicts, shown, ink],
  );
  const painted = useMemo(() => {
    const { bands, bandOf } = painting ?? { bands: [{ color: ink.part }], bandOf: () => 0 };
    paint(
      facets,
      bands.map(({ color }) => bytesOf(color)),
      bandOf,
    );
    return {};
  }, [painting, facets, ink]);

  const picking = tape ? 'tape' : view.look === 'show' ? 'brush' : null;
  const pick = (facet: number, point: Vector3) => {
    const triangle = facets.triangle[facet]!;
    if (picking === 'brush') return onShowPick({ triangle, ...brush });
    const sample = facets.sample[facet]!;
    const at = (values?: Float32Array) =>
      values && sample >= 0 && !Number.isNaN(values[sample]) ? values[sample]! : null;
    const next = { point: point.clone(), ballMm: at(maps?.ballMm), rayMm: at(maps?.rayMm) };
    setPicked((before) => (before.length === 1 ? [...before, next] : [next]));
  };

  const key = (event: React.KeyboardEvent) => {
    const { current: s } = scene;
    if (!s || event.target !== event.currentTarget) return;
    const shift = event.shiftKey;
    const moves: Record<string, () => void> = {
      ArrowLeft: () => (shift ? s.pan(0.05, 0) : s.turn(-TURN, 0, 1)),
      ArrowRight: () => (shift ? s.pan(-0.05, 0) : s.turn(TURN, 0, 1)),
      ArrowUp: () => (shift ? s.pan(0, -0.05) : s.turn(0, -TURN, 1)),
      ArrowDown: () => (shift ? s.pan(0, 0.05) : s.turn(0, TURN, 1)),
      '+': () => s.turn(0, 0, 0.87),
      '=': () => s.turn(0, 0, 0.87),
      '-': () => s.turn(0, 0, 1.15),
      Home: s.whole,
      Enter: s.pickMiddle,
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    move();
  };

  const marks = useMemo(() => {
    if (tape) return picked.map((p) => p.point);
    return place ? [new Vector3(...(place.pointMm as [number, number, number])).divideScalar(mmPerUnit)] : [];
  }, [tape, picked, place, mmPerUnit]);

  const size = drawing.box.max.clone().sub(drawing.box.min).multiplyScalar(mmPerUnit);
  return (
    <>
      <LookRow look={view.look} measured={maps !== null} onLook={view.setLook} />
      <ViewTools
        cut={view.cut}
        extentMm={size}
        onCut={view.setCut}
        tape={tape}
        onTape={(on) => {
          setTape(on);
          setPicked([]);
        }}
        onWhole={() => scene.current?.whole()}
      />
      {view.look === 'show' && (
        <ShowSideTools brush={brush} onBrush={setBrush} areaCm2={part.showAreaCm2 ?? null} onClear={onShowClear} />
      )}
      <Box
        role="application"
        tabIndex={0}
        aria-label={`${part.fileName} in three dimensions. Arrow keys turn it, with Shift they move it, plus and minus come nearer or go away, Home shows the whole part${picking ? ', Enter picks what the cross is on' : ''}.`}
        onKeyDown={key}
        sx={{
          position: 'relative',
          height: { xs: 320, md: 'min(560px, calc(100vh - 290px))' },
          minHeight: 300,
          border: 1,
          borderColor: 'divider',
          cursor: picking ? 'crosshair' : 'grab',
          '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main' },
          '&:focus-visible .cross': { visibility: picking ? 'visible' : 'hidden' },
        }}
      >
        <Canvas
          frameloop="demand"
          dpr={[1, 2]}
          gl={{ antialias: true, localClippingEnabled: true }}
          onCreated={({ gl }) => (gl.localClippingEnabled = true)}
          camera={{ fov: 28, up: [0, 0, 1], near: drawing.sphere.radius / 50, far: drawing.sphere.radius * 50 }}
        >
          <Scene
            ref={scene}
            drawing={drawing}
            facets={facets}
            mmPerUnit={mmPerUnit}
            cut={view.cut}
            place={place}
            marks={marks}
            onPick={picking ? pick : null}
            painted={painted}
          />
        </Canvas>
        <Cross />
        {tape && <TapeReading picked={picked} mmPerUnit={mmPerUnit} />}
      </Box>
      <Box sx={{ minHeight: 24, mt: 0.75 }}>
        {view.look !== 'plain' && painting && <Legend title={lookNames[view.look]} bands={painting.bands} />}
        {view.look !== 'plain' && !painting && (
          <Alert severity="info">This map shows when the shape is measured.</Alert>
        )}
        {drawing.triangles < drawing.trueTriangles && (
          <Legend
            title="Drawing"
            bands={[]}
            note={`Drawn with ${count(drawing.triangles)} of ${count(drawing.trueTriangles)} triangles, to turn smoothly; all figures are measured on the whole mesh.`}
          />
        )}
      </Box>
    </>
  );
}

function Cross() {
  return (
    <Box
      className="cross"
      aria-hidden
      sx={{
        position: 'absolute',
        left: '50%',
        top: '50%',
        translate: '-50% -50%',
        visibility: 'hidden',
        pointerEvents: 'none',
        color: 'error.main',
        fontSize: 22,
      }}
    >
      ✛
    </Box>
  );
}

function bytesOf(color: string): [number, number, number] {
  // Vertex colours are taken as light, not as the screen's values.
  const { r, g, b } = new Color(color);
  return [Math.round(r * 255), Math.round(g * 255), Math.round(b * 255)];
}
