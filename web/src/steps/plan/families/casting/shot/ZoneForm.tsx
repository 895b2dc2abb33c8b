import { Box, Button, TextField } from '@mui/material';
import { useState } from 'react';
import { Controller, useFormContext, useWatch } from 'react-hook-form';
import type { CastingChoices, Material, MeshReport } from '../../../../../app/api/types';
import { Problem, postFile } from '../../../../../app/api/client';
import { FormCheck, FormChoice } from '../../../../../shared/formFields';
import { number } from '../../../../../shared/format';
import { NamedChoice } from '../../../NamedChoice';
import { inputGrid, PlanNumber, useRefused } from '../../../planForm';
import { zoneNames } from '../names';

interface Props {
  index: number;
  resins: readonly Material[];
  /** Of the part as it is cast, where a mesh tells. */
  heightMm?: number;
  onRemove: () => void;
}

/** Where a zone lies, what it is poured of, and what happens before. */
export function ZoneForm({ index, resins, heightMm, onRemove }: Props) {
  const { control } = useFormContext<CastingChoices>();
  const at = `zones.${index}` as const;
  const by = useWatch({ control, name: `${at}.by` });
  const refusedName = useRefused(`zones[${index}].name`);
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
        name={`${at}.by`}
        label="It is bounded"
        options={Object.keys(zoneNames)}
        names={zoneNames}
      />
      <NamedChoice name={`${at}.materialId`} label="Resin" options={resins} />
      {by === 'height' ? (
        <PlanNumber<CastingChoices>
          name={`${at}.fromMm`}
          label="From a height of"
          unit="mm"
          min={0.1}
          max={5000}
          hint={heightMm ? `it stands ${number(heightMm)} mm high as cast` : 'over the lowest point as cast'}
        />
      ) : (
        <PlanNumber<CastingChoices> name={`${at}.cm3`} label="Volume in one part" unit="cm³" min={0.001} max={1e6} />
      )}
      <PlanNumber<CastingChoices>
        name={`${at}.waitMin`}
        label="Wait after the pour under it"
        unit="min"
        optional
        min={0}
        max={10_080}
        hint="empty: until it has gelled"
      />
      {by === 'mesh' && <MeasuredOff index={index} />}
      <FormCheck<CastingChoices> name={`${at}.hardwareFirst`} label="Hardware is set on it first" />
      <Button onClick={onRemove} sx={{ justifySelf: 'start' }}>
        Take it out
      </Button>
    </Box>
  );
}

/** A second mesh, read for its volume. */
function MeasuredOff({ index }: { index: number }) {
  const { control, setValue } = useFormContext<CastingChoices>();
  const meshName = useWatch({ control, name: `zones.${index}.meshName` });
  const [said, setSaid] = useState<string>();
  const read = async (file: File) => {
    try {
      const { volumeMm3 } = await postFile<MeshReport>('/api/calc/mesh-check', file, { unit: 'mm' });
      if (volumeMm3 == null) throw new Problem(0, 'open', `${file.name} is not closed: it has no volume to pour.`);
      setValue(`zones.${index}.cm3`, volumeMm3 / 1000);
      setValue(`zones.${index}.meshName`, file.name);
      setSaid(undefined);
    } catch (cause) {
      setSaid(cause instanceof Problem ? cause.message : 'The file could not be read.');
    }
  };
  return (
    <Box sx={{ gridColumn: '1 / -1' }}>
      <Button component="label" variant="outlined">
        {meshName ? `Measured off ${meshName}; read another` : 'Measure it off a mesh in mm'}
        <input
          hidden
          type="file"
          accept=".stl,.obj,.3mf"
          onChange={(event) => event.target.files?.[0] && void read(event.target.files[0])}
        />
      </Button>
      {said && <Box role="alert">{said}</Box>}
    </Box>
  );
}
