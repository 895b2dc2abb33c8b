import { Box, Button, MenuItem, TextField } from '@mui/material';
import { Controller, useFormContext, useWatch } from 'react-hook-form';
import type { CastingChoices, Material } from '../../../../../app/api/types';
import { FormCheck, FormChoice } from '../../../../../shared/formFields';
import { thingNames } from '../names';
import { inputGrid, PlanNumber, useRefused } from '../../../planForm';

const polymers = ['abs', 'pc', 'pcabs', 'pp', 'pa', 'pom', 'pmma', 'pu', 'acrylate', 'metal'] as const;

/** What is known of a thing that is cast in. */
export function ThingForm({
  index,
  prints,
  onRemove,
}: {
  index: number;
  prints: readonly Material[];
  onRemove: () => void;
}) {
  const { control } = useFormContext<CastingChoices>();
  const kind = useWatch({ control, name: `things.${index}.kind` });
  const refusedName = useRefused(`things[${index}].name`);
  const at = `things.${index}` as const;
  const known = [...new Set([...polymers, ...prints.map((p) => p.polymer)])];
  return (
    <Box sx={inputGrid}>
      <Controller
        control={control}
        name={`${at}.name`}
        render={({ field }) => (
          <TextField {...field} label="Name" error={Boolean(refusedName)} helperText={refusedName} />
        )}
      />
      <FormChoice<CastingChoices>
        name={`${at}.kind`}
        label="Kind"
        options={Object.keys(thingNames)}
        names={thingNames}
      />
      <PlanNumber name={`${at}.count`} label="In one part" unit="" whole min={1} max={1000} />
      <PlanNumber name={`${at}.volumeCm3`} label="Volume of each" unit="cm³" min={0.001} max={1e5} />
      <PlanNumber name={`${at}.massG`} label="Mass of each" unit="g" min={0.001} max={1e6} />
      <PlanNumber name={`${at}.wallMm`} label="Resin around it" unit="mm" min={0} max={1000} hint="1.5 at least" />
      <PlanNumber name={`${at}.guards`} label="Contacts, threads to guard" unit="" whole min={0} max={100} />
      <PlanNumber name={`${at}.price`} label="Each costs" unit="€" min={0} max={1e7} />
      <PlanNumber name={`${at}.mostC`} label="Stands" unit="°C" optional min={-50} max={500} hint="empty: not known" />
      <PlanNumber
        name={`${at}.mostKpa`}
        label="Stands"
        unit="kPa"
        optional
        min={0}
        max={10_000}
        hint="empty: not known"
      />
      {kind === 'firstPart' && (
        <Controller
          control={control}
          name={`${at}.polymer`}
          render={({ field }) => (
            <TextField
              {...field}
              value={field.value ?? ''}
              onChange={(event) => field.onChange(event.target.value || null)}
              select
              label="It is of"
            >
              {known.map((p) => (
                <MenuItem key={p} value={p}>
                  {p.toUpperCase()}
                </MenuItem>
              ))}
            </TextField>
          )}
        />
      )}
      <FormCheck<CastingChoices> name={`${at}.vacuumSafe`} label="May go into a vacuum" />
      <Button onClick={onRemove} sx={{ justifySelf: 'start' }}>
        Take it out
      </Button>
    </Box>
  );
}
