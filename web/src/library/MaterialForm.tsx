import { Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { Material } from '../app/api/types';
import { NumberField } from '../shared/NumberField';

const figures = [
  ['densityGPerCm3', 'Density', 'g/cm³'],
  ['shoreValue', 'Hardness', 'Shore'],
  ['tensileMpa', 'Tensile', 'MPa'],
  ['modulusMpa', 'Modulus', 'MPa'],
  ['elongationPct', 'Elongation', '%'],
  ['tearKnPerM', 'Tear', 'kN/m'],
  ['impactKjPerM2', 'Impact', 'kJ/m²'],
  ['serviceC', 'Service, long term', '°C'],
  ['shortTermC', 'Short term', '°C'],
  ['heatDeflectionC', 'Heat deflection', '°C'],
] as const;

type Name = (typeof figures)[number][0];
const needed: readonly Name[] = ['densityGPerCm3', 'shoreValue', 'serviceC'];
const points = ['low', 'likely', 'high'] as const;
type Figures = Record<Name | (typeof points)[number], number | null>;

/** A material's figures, to change them or, under a name of its own, to make another one of them. */
export function MaterialForm({
  material,
  like,
  taken,
  onSave,
}: {
  material: Material;
  /** A new material like this one. */
  like: boolean;
  taken: ReadonlySet<string>;
  onSave: (material: Material) => void;
}) {
  const [is, setIs] = useState<Figures>(() => figuresOf(material));
  const [name, setName] = useState('');
  const [source, setSource] = useState('shop');
  const { low, likely, high } = is;
  const id = idOf(name);
  const nameWrong =
    like && name.trim() !== '' && (id === '' || taken.has(id)) ? 'There is a material of that name.' : null;
  const rises = low !== null && likely !== null && high !== null && low <= likely && likely <= high;
  const wrong = !rises
    ? 'Prices rise: low, likely, high.'
    : needed.some((figure) => is[figure] === null)
      ? 'Density, hardness and service temperature are needed.'
      : null;
  const good = !wrong && (!like || (id !== '' && !nameWrong));
  const field = (figure: keyof Figures, label: string, unit: string) => (
    <NumberField
      key={figure}
      label={label}
      unit={unit}
      to={unit === 'Shore' ? `Shore ${material.shoreScale.toUpperCase()}` : undefined}
      value={is[figure]}
      optional
      onChange={(value) => setIs((was) => ({ ...was, [figure]: value }))}
      width={136}
    />
  );
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', py: 1, alignItems: 'flex-start' }}
      onSubmit={(event) => {
        event.preventDefault();
        if (!good || !rises) return;
        onSave({
          ...material,
          ...(Object.fromEntries(figures.map(([figure]) => [figure, is[figure]])) as Partial<Material>),
          ...(like ? { id, name: name.trim() } : {}),
          pricePerKg: { low, likely, high },
          source: source.trim() || 'shop',
        });
      }}
    >
      {like && (
        <TextField
          label="Name of the new one"
          autoFocus
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={nameWrong !== null}
          helperText={nameWrong ?? `like ${material.name}, but`}
          sx={{ width: 284 }}
        />
      )}
      {figures.map(([figure, label, unit]) => field(figure, label, unit))}
      {points.map((point) => field(point, `Price, ${point}`, '€/kg'))}
      <TextField
        label="Source"
        value={source}
        onChange={(event) => setSource(event.target.value)}
        sx={{ width: 220 }}
      />
      <Button type="submit" variant="contained" disabled={!good} sx={{ mt: 0.5 }}>
        {like ? 'Keep as a new material' : 'Keep as the shop’s'}
      </Button>
      {wrong && (
        <Typography variant="body2" color="error" sx={{ flexBasis: '100%' }}>
          {wrong}
        </Typography>
      )}
    </Box>
  );
}

const figuresOf = (material: Material): Figures => {
  const { pricePerKg: price } = material;
  const ends = typeof price === 'number' ? { low: price, likely: price, high: price } : price;
  return { ...(Object.fromEntries(figures.map(([name]) => [name, material[name] ?? null])) as Figures), ...ends };
};

/** "Cast urethane 65A, tough" is cast-urethane-65a-tough. */
const idOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
