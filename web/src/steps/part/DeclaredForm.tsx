import { Box, MenuItem, TextField, Typography } from '@mui/material';
import { Controller, useForm } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { PartChange } from '../../app/api/types';
import { NumberField } from '../../shared/NumberField';
import { word } from '../../shared/format';

type Declared = PartChange['declared'];

/** What a person says about the part until the mesh tells it. */
export function DeclaredForm({
  declared,
  problem,
  onChange,
}: {
  declared: Declared;
  problem: Problem | null;
  onChange: (declared: Declared) => void;
}) {
  const { control, getValues } = useForm<Declared>({ defaultValues: declared });
  const changed = () => onChange(getValues());
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <Box component="section" aria-labelledby="declared" sx={{ mt: 3 }}>
      <Typography variant="h2" id="declared">
        What the mesh does not tell yet
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 2 }}>
        State it; routes are screened by it.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
        <Controller
          control={control}
          name="shape"
          render={({ field }) => (
            <TextField
              select
              label="Shape"
              value={field.value}
              sx={{ gridColumn: '1 / -1' }}
              onChange={(event) => {
                field.onChange(event);
                changed();
              }}
            >
              {['compact', 'openShell'].map((shape) => (
                <MenuItem key={shape} value={shape}>
                  {word(shape)}
                </MenuItem>
              ))}
            </TextField>
          )}
        />
        <Controller
          control={control}
          name="nominalWallMm"
          render={({ field }) => (
            <NumberField
              label="Nominal wall"
              unit="mm"
              width="100%"
              optional
              min={0.05}
              max={500}
              value={field.value ?? null}
              hint="empty: from volume and surface"
              refused={refused('nominalWallMm')}
              onChange={(v) => {
                field.onChange(v);
                changed();
              }}
            />
          )}
        />
        <Controller
          control={control}
          name="thinnestWallMm"
          render={({ field }) => (
            <NumberField
              label="Thinnest wall"
              unit="mm"
              width="100%"
              optional
              min={0.02}
              max={500}
              value={field.value ?? null}
              refused={refused('thinnestWallMm')}
              onChange={(v) => {
                field.onChange(v);
                changed();
              }}
            />
          )}
        />
        <Controller
          control={control}
          name="undercut"
          render={({ field }) => (
            <TextField
              select
              label="Undercuts"
              value={field.value}
              onChange={(event) => {
                field.onChange(event);
                changed();
              }}
            >
              {['none', 'mild', 'strong'].map((undercut) => (
                <MenuItem key={undercut} value={undercut}>
                  {word(undercut)}
                </MenuItem>
              ))}
            </TextField>
          )}
        />
      </Box>
    </Box>
  );
}
