import { Box, Button, MenuItem, TextField } from '@mui/material';
import { Controller, type Path, useFormContext, useWatch } from 'react-hook-form';
import type { CastingChoices, CastingFigures, Material } from '../../../../../app/api/types';
import { number } from '../../../../../shared/format';
import type { NumberFieldProps } from '../../../../../shared/NumberField';
import { oddLoss } from '../../../../../shared/oddLoss';
import { PlanNumber, useRefused } from '../../../planForm';
import { FromBrief } from '../station';
import { OwnRatio } from './OwnRatio';

interface Props {
  projectId: string;
  figures: CastingFigures;
  resins: readonly Material[];
}

/** A field of the pour, by its name there. */
type PourField = Path<CastingChoices['pour']>;

/** What the shot is worked out from; the resin's data sheet overrides the library. */
export function PourForm({ projectId, figures, resins }: Props) {
  const { control, setValue } = useFormContext<CastingChoices>();
  const [materialId, ratio] = useWatch({ control, name: ['pour.materialId', 'pour.ratio'] });
  const resin = resins.find((r) => r.id === materialId);
  const refusedRatio = useRefused('pour.ratio');
  const drawn = figures.silicone?.drawnGatesCm3;
  const field = (name: PourField, label: string, unit: string, more: Partial<NumberFieldProps> = {}) => (
    <PlanNumber<CastingChoices> name={`pour.${name}`} label={label} unit={unit} {...more} />
  );
  return (
    <>
      <Controller
        control={control}
        name="pour.materialId"
        render={({ field: { value } }) => (
          <TextField
            select
            label="Resin"
            value={value}
            sx={{ gridColumn: '1 / -1' }}
            onChange={(event) => {
              // Another resin has another data sheet: what was typed for the last one no longer holds.
              setValue('pour.densityGPerCm3', null);
              setValue('pour.potLifeMin', null);
              setValue('pour.ratio', null);
              setValue('pour.materialId', event.target.value);
            }}
            helperText={
              resin?.cast && `A:B ${resin.cast.ratioA}:${resin.cast.ratioB} by ${resin.cast.basis}; ${resin.source}`
            }
          >
            {resins.map((r) => (
              <MenuItem key={r.id} value={r.id}>
                {r.name}
              </MenuItem>
            ))}
          </TextField>
        )}
      />
      <OwnRatio ratio={ratio} onChange={(next) => setValue('pour.ratio', next)} refused={refusedRatio} />
      {field('cavities', 'Parts in this pour', '', { whole: true, min: 1, max: 60, hint: 'cavities in one mold' })}
      {field('extraCm3PerPart', 'Gate, risers, reservoir', 'cm³', { min: 0, max: 1e6, hint: 'for each part' })}
      {drawn != null && (
        <Box sx={{ gridColumn: '1 / -1', mt: -1 }}>
          <Button onClick={() => setValue('pour.extraCm3PerPart', Math.round(drawn * 10) / 10)}>
            Take {number(drawn, 2)} cm³ from the gate and risers drawn
          </Button>
        </Box>
      )}
      {field('lossPct', 'Left in the pot', '%', { min: 0, max: 90, doubt: oddLoss })}
      <FromBrief projectId={projectId}>Whether loss is added to the need or a share of the pour</FromBrief>
      {field('densityGPerCm3', 'Density of the mix', 'g/cm³', {
        optional: true,
        hint: resin ? `empty: ${resin.densityGPerCm3}` : undefined,
      })}
      {field('potLifeMin', 'Pot life, 100 g', 'min', {
        optional: true,
        min: 0.1,
        max: 10_000,
        hint: resin?.cast ? `empty: ${resin.cast.potLifeMin} at ${resin.cast.potC} °C` : undefined,
      })}
      {field('resinC', 'Resin temperature', '°C', { min: -20, max: 150 })}
      {field('scaleStepG', 'Scale step', 'g', { min: 0.0001, max: 1000 })}
      {field('steps.mixMin', 'Mix', 'min', { min: 0, max: 1440 })}
      {field('steps.degasMin', 'Degas', 'min', { min: 0, max: 1440 })}
      {field('steps.pourMinPerCavity', 'Pour, each cavity', 'min', { min: 0, max: 1440 })}
      {field('steps.loadMin', 'Load', 'min', { min: 0, max: 1440 })}
      {field('fillerPctOfA', 'Filler or pigment in A', '%', { min: 0, max: 100 })}
      {field('cavitiesPerCharge', 'Cavities a charge', '', {
        optional: true,
        whole: true,
        min: 1,
        max: 100_000,
        hint: 'empty: as pot life allows',
      })}
    </>
  );
}
