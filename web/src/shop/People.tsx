import { Button, MenuItem, TextField, Typography } from '@mui/material';
import { Controller, useFieldArray, useFormContext } from 'react-hook-form';
import type { Shop } from '../app/api/types';
import { FormNumber, FormText } from '../shared/formFields';
import { word } from '../shared/format';
import { Days } from './Days';
import { Row } from './Row';
import { shortId } from './shopForm';
import type { RoomProps } from './room';

const roles = ['engineer', 'moldMaker', 'bench', 'inspector', 'apprentice'] as const;

export function People({ problem }: RoomProps) {
  const { control } = useFormContext<Shop>();
  const { fields, append, remove } = useFieldArray({ control, name: 'people', keyName: 'key' });
  return (
    <section aria-label="People">
      {fields.length === 0 && <Typography sx={{ py: 2 }}>Nobody yet. Add whoever stands at the bench.</Typography>}
      {fields.map((person, i) => (
        <Row key={person.key} label={person.name || `person ${i + 1}`} onRemove={() => remove(i)}>
          <FormText<Shop> name={`people.${i}.name`} label="Name" sx={{ width: 220 }} />
          <Controller
            control={control}
            name={`people.${i}.roles`}
            render={({ field }) => (
              <TextField
                {...field}
                select
                label="Roles"
                sx={{ width: 200 }}
                slotProps={{
                  select: { multiple: true, renderValue: (chosen) => (chosen as string[]).map(word).join(', ') },
                }}
              >
                {roles.map((role) => (
                  <MenuItem key={role} value={role}>
                    {word(role)}
                  </MenuItem>
                ))}
              </TextField>
            )}
          />
          <FormNumber<Shop>
            name={`people.${i}.fromH`}
            label="From"
            unit="h"
            min={0}
            max={23}
            width={70}
            refused={problem?.field === `people[${i}].fromH` ? problem.message : undefined}
          />
          <FormNumber<Shop>
            name={`people.${i}.toH`}
            label="To"
            unit="h"
            min={0}
            max={24}
            width={70}
            refused={problem?.field === `people[${i}].toH` ? problem.message : undefined}
          />
          <Controller
            control={control}
            name={`people.${i}.away`}
            render={({ field }) => <Days label="Away on" days={field.value} onChange={field.onChange} />}
          />
        </Row>
      ))}
      <Button
        variant="outlined"
        sx={{ mt: 1.5 }}
        onClick={() => append({ id: shortId(), name: '', roles: ['bench'], fromH: 8, toH: 17, away: [] })}
      >
        Add a person
      </Button>
    </section>
  );
}
