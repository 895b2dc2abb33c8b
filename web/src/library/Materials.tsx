import { Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { Library, Material } from '../app/api/types';
import { number, range, word } from '../shared/format';
import type { ChangeLibrary } from './useLibraryChange';
import { WhatChanged } from './WhatChanged';

/** Every material with its properties; figures are the shop's to change. */
export function Materials({ materials, change }: { materials: Library['materials']; change: ChangeLibrary }) {
  const [open, setOpen] = useState<string | null>(null);
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
            <Button
              onClick={() => setOpen(open === entry.id ? null : entry.id)}
              aria-expanded={open === entry.id}
              aria-label={`Change ${entry.name}`}
            >
              {open === entry.id ? 'Close' : 'Change'}
            </Button>
          </Box>
          <Typography variant="body2" color="textSecondary">
            {word(entry.family)}; shrink {range(entry.shrinkPct)} %; {entry.source}
          </Typography>
          <WhatChanged
            standing={standing}
            onReset={() => change.mutate({ reset: { kind: 'material', key: entry.id } })}
          />
          {open === entry.id && (
            <Edit
              material={entry}
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

const fields = [
  ['densityGPerCm3', 'Density, g/cm³'],
  ['shoreValue', 'Shore'],
  ['tensileMpa', 'Tensile, MPa'],
  ['modulusMpa', 'Modulus, MPa'],
  ['elongationPct', 'Elongation, %'],
  ['tearKnPerM', 'Tear, kN/m'],
  ['impactKjPerM2', 'Impact, kJ/m²'],
  ['serviceC', 'Service, °C'],
  ['shortTermC', 'Short-term, °C'],
] as const;

const points = ['low', 'likely', 'high'] as const;
const never = new Set<string>(['densityGPerCm3', 'shoreValue', 'serviceC']);

function Edit({ material, onSave }: { material: Material; onSave: (material: Material) => void }) {
  const price =
    typeof material.pricePerKg === 'number'
      ? { low: material.pricePerKg, likely: material.pricePerKg, high: material.pricePerKg }
      : material.pricePerKg;
  const [text, setText] = useState<Record<string, string>>({
    ...Object.fromEntries(fields.map(([name]) => [name, material[name] == null ? '' : String(material[name])])),
    ...Object.fromEntries(points.map((p) => [p, String(price[p])])),
    source: 'shop',
  });
  const value = (name: string) => (text[name]!.trim() === '' ? null : Number(text[name]!.replace(',', '.')));
  const wrong = (name: string) => {
    const v = value(name);
    return v === null ? never.has(name) : !Number.isFinite(v);
  };
  const good =
    !fields.some(([name]) => wrong(name)) &&
    points.every((p) => Number.isFinite(value(p) ?? NaN)) &&
    value('low')! <= value('likely')! &&
    value('likely')! <= value('high')!;
  const field = (name: string, label: string) => (
    <TextField
      key={name}
      label={label}
      value={text[name]}
      onChange={(event) => setText({ ...text, [name]: event.target.value })}
      error={name in price ? !good : name !== 'source' && wrong(name)}
      sx={{ width: name === 'source' ? 220 : 128 }}
    />
  );
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', py: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (!good) return;
        const figures = Object.fromEntries(fields.map(([name]) => [name, value(name)]));
        onSave({
          ...material,
          ...figures,
          pricePerKg: { low: value('low')!, likely: value('likely')!, high: value('high')! },
          source: text.source!.trim() || 'shop',
        });
      }}
    >
      {fields.map(([name, label]) => field(name, label))}
      {points.map((p) => field(p, `Price ${p}, €/kg`))}
      {field('source', 'Source')}
      <Button type="submit" variant="contained" disabled={!good}>
        Keep as the shop’s
      </Button>
    </Box>
  );
}
