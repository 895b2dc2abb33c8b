import { Alert, Box } from '@mui/material';
import { useMemo, useRef, useState } from 'react';
import { Vector3 } from 'three';
import type { Place, ShapeFigures, ShapeVerdict, StoredPart } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { count } from '../format';
import { mmPer } from '../units';
import { bytesOf, facetsOf, paint } from './drawing';
import { Legend } from './Legend';
import { lookNames, paintingOf } from './looks';
import { PartCanvas } from './PartCanvas';
import type { SceneHandle } from './Scene';
import { type Brush, ShowSideTools } from './ShowSideTools';
import { type Picked, TapeReading } from './Tape';
import { useDrawing, useMaps, useShown } from './useShape';
import { useView } from './useView';
import { LookRow } from './LookRow';
import { ViewTools } from './ViewTools';

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
      <PartCanvas
        ref={scene}
        name={part.fileName}
        drawing={drawing}
        facets={facets}
        mmPerUnit={mmPerUnit}
        cut={view.cut}
        place={place}
        marks={marks}
        onPick={picking ? pick : null}
        painted={painted}
      >
        {tape && <TapeReading picked={picked} mmPerUnit={mmPerUnit} />}
      </PartCanvas>
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
