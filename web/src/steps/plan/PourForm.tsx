import { Box, MenuItem, TextField, Typography } from '@mui/material';
import { Controller, FormProvider, useForm, useWatch, type Path } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { PlanAnswer, PourPlan } from '../../app/api/types';
import { OwnRatio } from './OwnRatio';
import { FormNumber, useEachChange } from '../../shared/formFields';
import type { NumberFieldProps } from '../../shared/NumberField';

export const labels: Partial<Record<keyof PourPlan, string>> = {
  materialId: 'Resin',
  count: 'Parts in this pour',
  extraCm3PerPart: 'Gate, risers, reservoir',
  lossPct: 'Loss',
  lossOfPoured: 'Loss school',
  densityGPerCm3: 'Density',
  potLifeMin: 'Pot life',
  resinC: 'Resin temperature',
  scaleStepG: 'Scale step',
  steps: 'Minutes of the steps',
  cavitiesPerCharge: 'Cavities in one charge',
  ratio: 'Ratio',
  fillerPctOfA: 'Filler',
};

/** The server's name of a field where it differs from the plan's. */
const served: Partial<Record<string, string>> = { 'potLife.minutes': 'potLifeMin', densityGPerCm3: 'densityGPerCm3' };

interface Props {
  plan: PourPlan;
  resins: PlanAnswer['resins'];
  problem: Problem | null;
  onChange: (plan: PourPlan) => void;
}

/** What the pour is worked out from; the resin's data sheet overrides the library. */
export function PourForm({ plan, resins, problem, onChange }: Props) {
  const form = useForm<PourPlan>({ defaultValues: plan });
  const { control, setValue } = form;
  useEachChange(form, onChange);
  const [materialId, ratio] = useWatch({ control, name: ['materialId', 'ratio'] });
  const resin = resins.find((r) => r.id === materialId);
  const refusedField = problem?.field && (served[problem.field] ?? problem.field);
  const field = (name: Path<PourPlan>, label: string, unit: string, more: Partial<NumberFieldProps> = {}) => (
    <FormNumber<PourPlan>
      name={name}
      label={label}
      unit={unit}
      width="100%"
      refused={refusedField === name ? problem?.message : undefined}
      {...more}
    />
  );
  return (
    <FormProvider {...form}>
      <section aria-labelledby="pour-inputs">
        <Typography variant="h2" id="pour-inputs" sx={{ mb: 1.5 }}>
          Worked out from
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.75 }}>
          <Controller
            control={control}
            name="materialId"
            render={({ field: { value } }) => (
              <TextField
                select
                label="Resin"
                value={value}
                sx={{ gridColumn: '1 / -1' }}
                onChange={(event) => {
                  // Another resin has another data sheet: what was typed for the last one no longer holds.
                  setValue('densityGPerCm3', null);
                  setValue('potLifeMin', null);
                  setValue('ratio', null);
                  setValue('materialId', event.target.value);
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
          <OwnRatio
            ratio={ratio}
            onChange={(next) => setValue('ratio', next)}
            refused={refusedField?.startsWith('ratio') ? problem?.message : undefined}
          />
          {field('count', 'Parts in this pour', '', { whole: true, min: 1, max: 100_000 })}
          {field('extraCm3PerPart', 'Gate, risers, reservoir', 'cm³', { min: 0, max: 1e6, hint: 'for each part' })}
          {field('lossPct', 'Left in the pot', '%', { min: 0, max: 90 })}
          <Controller
            control={control}
            name="lossOfPoured"
            render={({ field: { value, onChange: put } }) => (
              <TextField
                select
                label="Loss counted"
                value={value ? 'of' : 'on'}
                onChange={(event) => put(event.target.value === 'of')}
              >
                <MenuItem value="on">added to the need</MenuItem>
                <MenuItem value="of">as share of the pour</MenuItem>
              </TextField>
            )}
          />
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
          {field('fillerPctOfA', 'Filler or pigment in A', '%', { min: 0, max: 100 })}
          {field('cavitiesPerCharge', 'Cavities a charge', '', {
            optional: true,
            whole: true,
            min: 1,
            max: 100_000,
            hint: 'empty: as pot life allows',
          })}
        </Box>
      </section>
    </FormProvider>
  );
}
