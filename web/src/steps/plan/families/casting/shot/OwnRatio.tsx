import { MenuItem, TextField } from '@mui/material';
import type { CastingChoices } from '../../../../../app/api/types';
import { NumberField } from '../../../../../shared/NumberField';

type Ratio = NonNullable<CastingChoices['pour']['ratio']>;

interface Props {
  ratio: CastingChoices['pour']['ratio'];
  onChange: (ratio: Ratio | null) => void;
  refused?: string;
}

/** The mix ratio: the library's, or the data sheet's own by weight or by volume. By volume the components' densities are needed to weigh. */
export function OwnRatio({ ratio, onChange, refused }: Props) {
  const basis = ratio ? (ratio.basis ?? 'weight') : 'library';
  const choose = (next: string) =>
    onChange(
      next === 'library'
        ? null
        : {
            a: ratio?.a ?? 100,
            b: ratio?.b ?? 100,
            basis: next,
            densityA: next === 'volume' ? (ratio?.densityA ?? 1.05) : null,
            densityB: next === 'volume' ? (ratio?.densityB ?? 1.2) : null,
          },
    );
  const part = (name: 'a' | 'b' | 'densityA' | 'densityB', label: string, unit: string) => (
    <NumberField
      label={label}
      unit={unit}
      width="100%"
      value={ratio![name] ?? null}
      onChange={(value) => value !== null && onChange({ ...ratio!, [name]: value })}
    />
  );
  return (
    <>
      <TextField
        select
        label="Mix ratio"
        value={basis}
        onChange={(event) => choose(event.target.value)}
        error={Boolean(refused)}
        helperText={refused}
        sx={{ gridColumn: '1 / -1' }}
      >
        <MenuItem value="library">as in the library</MenuItem>
        <MenuItem value="weight">own, by weight</MenuItem>
        <MenuItem value="volume">own, by volume</MenuItem>
      </TextField>
      {ratio && part('a', 'Parts of A', '')}
      {ratio && part('b', 'Parts of B', '')}
      {basis === 'volume' && part('densityA', 'Density of A', 'g/cm³')}
      {basis === 'volume' && part('densityB', 'Density of B', 'g/cm³')}
    </>
  );
}
