import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import type { Library, Material } from '../app/api/types';
import { number, range, word } from '../shared/format';
import { MaterialForm } from './MaterialForm';
import type { ChangeLibrary } from './useLibraryChange';
import { WhatChanged } from './WhatChanged';

/** Every material with its properties; figures are the shop's to change, and to make another one of. */
export function Materials({ materials, change }: { materials: Library['materials']; change: ChangeLibrary }) {
  const [open, setOpen] = useState<{ id: string; like: boolean } | null>(null);
  const taken = new Set(materials.map(({ entry }) => entry.id));
  const isOpen = (id: string, like: boolean) => open?.id === id && open.like === like;
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {materials.map(({ entry, standing }) => (
        <Box
          component="li"
          key={entry.id}
          sx={{
            borderTop: 1,
            borderColor: 'divider',
            py: 0.5,
            contentVisibility: 'auto',
            containIntrinsicSize: 'auto 54px',
          }}
        >
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
            <Typography sx={{ fontWeight: 600, width: { md: 260 } }}>{entry.name}</Typography>
            <Typography sx={{ flex: 1, minWidth: 260 }}>{summary(entry)}</Typography>
            <Typography sx={{ fontWeight: 600 }}>{range(entry.pricePerKg)} €/kg</Typography>
            {[false, true].map((like) => (
              <Button
                key={String(like)}
                onClick={() => setOpen(isOpen(entry.id, like) ? null : { id: entry.id, like })}
                aria-expanded={isOpen(entry.id, like)}
                aria-label={like ? `One like ${entry.name}, but` : `Change ${entry.name}`}
              >
                {isOpen(entry.id, like) ? 'Close' : like ? 'Like it, but' : 'Change'}
              </Button>
            ))}
          </Box>
          <Typography variant="body2" color="textSecondary">
            {word(entry.family)}; shrink {range(entry.shrinkPct)} %; {entry.source}
          </Typography>
          <WhatChanged
            standing={standing}
            onReset={() => change.mutate({ reset: { kind: 'material', key: entry.id } })}
          />
          {open?.id === entry.id && (
            <MaterialForm
              key={String(open.like)}
              material={entry}
              like={open.like}
              taken={taken}
              onSave={(own) => {
                change.mutate({ materials: [own] });
                setOpen(null);
              }}
            />
          )}
        </Box>
      ))}
    </Box>
  );
}

const maybe = (value: number | null | undefined, unit: string, name: string) =>
  value == null ? [] : [`${name} ${number(value)} ${unit}`];

const summary = (m: Material) =>
  [
    `${m.shoreValue}${m.shoreScale.toUpperCase()}`,
    ...maybe(m.tensileMpa, 'MPa', 'tensile'),
    ...maybe(m.modulusMpa, 'MPa', 'modulus'),
    ...maybe(m.elongationPct, '%', 'elongation'),
    ...maybe(m.tearKnPerM, 'kN/m', 'tear'),
    ...maybe(m.impactKjPerM2, 'kJ/m²', 'impact'),
    `${number(m.serviceC)} °C`,
    `${number(m.densityGPerCm3)} g/cm³`,
  ].join(' · ');
