import { Box } from '@mui/material';
import { useMemo } from 'react';
import { Vector3 } from 'three';
import type { InspectionItem, Spot, StoredPart } from '../../../app/api/types';
import { useInk } from '../../../app/theme/useInk';
import { bytesOf, facetsOf, paint } from '../../../shared/viewer/drawing';
import { PartCanvas } from '../../../shared/viewer/PartCanvas';
import { useDrawing } from '../../../shared/viewer/useShape';
import { mmPer } from '../../../shared/units';

interface Props {
  part: StoredPart;
  items: readonly InspectionItem[];
  item: InspectionItem | null;
  onPlace: ((spot: Spot) => void) | null;
  onItem: (id: string) => void;
}

/** The part with the place of what is looked at; a pick places it. */
export default function Pins({ part, items, item, onPlace, onItem }: Props) {
  const ink = useInk();
  const drawing = useDrawing(part.hash!);
  const mm = mmPer[part.unit];
  const facets = useMemo(() => facetsOf(drawing, null), [drawing]);
  const painted = useMemo(() => {
    paint(facets, [bytesOf(ink.part)], () => 0);
    return {};
  }, [facets, ink]);
  const marks = useMemo(
    () => [item?.from, item?.to].filter((s) => s != null).map((s) => new Vector3(s.x, s.y, s.z).divideScalar(mm)),
    [item, mm],
  );
  const rounded = (value: number) => Math.round(value * mm * 1000) / 1000;
  return (
    <PartCanvas
      name={part.fileName}
      drawing={drawing}
      facets={facets}
      mmPerUnit={mm}
      marks={marks}
      onPick={onPlace && ((_, point) => onPlace({ x: rounded(point.x), y: rounded(point.y), z: rounded(point.z) }))}
      painted={painted}
      height={280}
    >
      <Box sx={{ position: 'absolute', left: 8, bottom: 8, display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
        {items.map((one, i) => (
          <Box
            key={one.id}
            component="button"
            type="button"
            aria-label={`Show ${one.name}`}
            aria-pressed={one.id === item?.id}
            onClick={() => onItem(one.id)}
            sx={{
              width: 30,
              height: 30,
              border: 1,
              borderColor: one.id === item?.id ? 'primary.main' : 'divider',
              backgroundColor: 'background.paper',
              color: one.from ? 'text.primary' : 'text.disabled',
              fontWeight: one.id === item?.id ? 700 : 400,
              cursor: 'pointer',
            }}
          >
            {i + 1}
          </Box>
        ))}
      </Box>
    </PartCanvas>
  );
}
