import { Box, Typography } from '@mui/material';
import type { Library } from '../app/api/types';
import { number, range } from '../shared/format';
import { mixed } from './mixed';
import type { ChangeLibrary } from './useLibraryChange';
import { WhatChanged } from './WhatChanged';

type Supply = Library['supplies'][number]['entry'];

const kinds: Record<Supply['kind'], string> = {
  moldSilicone: 'mold silicone',
  laminatingResin: 'laminating resin',
  fibre: 'fibre',
  core: 'core',
  printSupport: 'print support',
  tooling: 'tooling',
};

/** What molds, laminates and tools are made of; the shop's own come in as JSON. */
export function Supplies({ supplies, change }: { supplies: Library['supplies']; change: ChangeLibrary }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {supplies.map(({ entry, standing }) => (
        <Box component="li" key={entry.id} sx={{ borderTop: 1, borderColor: 'divider', py: 0.5 }}>
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
            <Typography sx={{ fontWeight: 600, width: { md: 300 } }}>{entry.name}</Typography>
            <Typography sx={{ flex: 1, minWidth: 260 }}>{figures(entry)}</Typography>
            <Typography sx={{ fontWeight: 600 }}>
              {range(entry.price)} {entry.priceUnit}
            </Typography>
          </Box>
          <Typography variant="body2" color="textSecondary">
            {kinds[entry.kind]}
            {entry.note && `; ${entry.note}`} {entry.source}
          </Typography>
          <WhatChanged
            standing={standing}
            onReset={() => change.mutate({ reset: { kind: 'supply', key: entry.id } })}
          />
        </Box>
      ))}
    </Box>
  );
}

const figures = (s: Supply) =>
  (
    [
      ['', s.shoreA, 'A'],
      ['', s.densityGPerCm3, ' g/cm³'],
      ['tensile ', s.tensileMpa, ' MPa'],
      ['modulus ', s.modulusMpa, ' MPa'],
      ['tear ', s.tearKnPerM, ' kN/m'],
      ['to ', s.serviceC, ' °C'],
      ['pot life ', s.potLifeMin, ' min'],
      ['cure ', s.cureH, ' h'],
      ['viscosity ', s.viscosityMpaS, ' mPa·s'],
      ['gel ', s.gelMin, ' min'],
      ['', s.arealGPerM2, ' g/m²'],
      ['', s.thicknessMm, ' mm'],
    ] as const
  )
    .flatMap(([before, value, after]) => (value == null ? [] : [`${before}${number(value)}${after}`]))
    .concat(s.mix ? [mixed(s.mix)] : [], s.cure ? [`${s.cure} cure`] : [])
    .join(' · ');
