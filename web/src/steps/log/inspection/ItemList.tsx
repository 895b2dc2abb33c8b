import { Box, Button, Link as MuiLink } from '@mui/material';
import type { InspectionItem, InspectionView } from '../../../app/api/types';
import { count } from '../../../shared/format';
import { stackingTable } from '../../../shared/stackingTable';
import { gauges, limits } from '../words';

interface Props {
  data: InspectionView;
  item: InspectionItem | null;
  onItem: (id: string) => void;
  onRemove: (id: string) => void;
}

/** All that is looked at, numbered as on the model. */
export function ItemList({ data, item, onItem, onRemove }: Props) {
  const items = data.plan.value.items;
  if (items.length === 0) return <p>Nothing is looked at yet: say what, then place it on the model.</p>;
  return (
    <Box component="table" aria-label="Looked at" sx={{ ...stackingTable, fontSize: 14 }}>
      <thead>
        <tr>
          <th scope="col">no.</th>
          <th scope="col">what</th>
          <th scope="col">limits</th>
          <th scope="col">measured</th>
          <th scope="col">out</th>
          <td />
        </tr>
      </thead>
      <tbody>
        {items.map((one, i) => {
          const stands = data.standing.find((s) => s.item === one.id);
          const here = one.id === item?.id;
          return (
            <Box component="tr" key={one.id} sx={{ backgroundColor: here ? 'action.selected' : undefined }}>
              <td data-of="no.">{i + 1}</td>
              <td>
                <MuiLink
                  component="button"
                  aria-current={here ? 'true' : undefined}
                  onClick={() => onItem(one.id)}
                  sx={{ font: 'inherit', fontWeight: here ? 680 : 500, textAlign: 'left' }}
                >
                  {one.name}
                </MuiLink>{' '}
                <Box component="span" sx={{ color: 'text.secondary' }}>
                  by {gauges[one.gauge]}
                  {one.everyShots > 1 && `, one shot of ${one.everyShots}`}
                  {one.nearGate != null && (one.nearGate ? ', near the gate' : ', far from the gate')}
                </Box>
              </td>
              <td data-of="limits">{limits(one)}</td>
              <td data-of="measured">{count(stands?.measured ?? 0)}</td>
              <td data-of="out">
                {stands && stands.out > 0 ? (
                  <Box component="b" sx={{ color: 'error.main' }}>
                    {count(stands.out)}
                  </Box>
                ) : (
                  0
                )}
              </td>
              <td>
                {!stands?.measured && (
                  <Button
                    size="small"
                    sx={{ p: 0, minWidth: 0 }}
                    aria-label={`Remove ${one.name}`}
                    onClick={() => onRemove(one.id)}
                  >
                    Remove
                  </Button>
                )}
              </td>
            </Box>
          );
        })}
      </tbody>
    </Box>
  );
}
