import { Button, MenuItem, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { Shop } from '../app/api/types';
import { FormNumber, FormText } from '../shared/formFields';
import { useEquipmentKinds } from '../shared/machines';
import type { RoomProps } from './room';
import { Row } from './Row';
import { shortId } from './shopForm';

export function Equipment({ problem }: RoomProps) {
  const { control } = useFormContext<Shop>();
  const { fields, append, remove } = useFieldArray({ control, name: 'machines', keyName: 'key' });
  const kinds = useEquipmentKinds();
  const [kind, setKind] = useState('');
  const chosen = kinds.find((k) => k.id === kind) ?? kinds[0];
  return (
    <section aria-label="Equipment">
      {fields.length === 0 && (
        <Typography sx={{ py: 2 }}>
          Nothing yet. Add what limits the work: the chamber and its pump, the pot and its plate, ovens, printers, the
          scale.
        </Typography>
      )}
      {fields.map((machine, i) => {
        const of = kinds.find((k) => k.id === machine.kind);
        const name = of?.name ?? machine.kind;
        return (
          <Row key={machine.key} label={machine.name || `${name} ${i + 1}`} onRemove={() => remove(i)}>
            <Typography sx={{ width: 130, mt: 2.25, fontWeight: 600 }}>{name}</Typography>
            <FormText<Shop> name={`machines.${i}.name`} label="Name" sx={{ width: 220 }} />
            {of?.figures
              .filter((figure) => !figure.isOlder)
              .map((figure) => (
                <FormNumber<Shop>
                  key={figure.id}
                  name={`machines.${i}.figures.${figure.id}`}
                  label={figure.name}
                  unit={figure.unit}
                  optional
                  width={112}
                  refused={problem?.field === `machines[${i}].figures.${figure.id}` ? problem.message : undefined}
                />
              ))}
          </Row>
        );
      })}
      {chosen && (
        <>
          <TextField
            select
            label="Kind"
            value={chosen.id}
            onChange={(event) => setKind(event.target.value)}
            sx={{ width: 170, mt: 1.5, mr: 2 }}
          >
            {kinds.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
          <Button
            variant="outlined"
            sx={{ mt: 3 }}
            onClick={() => append({ id: shortId(), kind: chosen.id, name: free(chosen.name, fields), figures: {} })}
          >
            Add it
          </Button>
        </>
      )}
    </section>
  );
}

/** A name nothing else has. */
const free = (name: string, among: readonly { name: string }[]): string => {
  const taken = new Set(among.map((m) => m.name));
  for (let n = 1; ; n++) if (!taken.has(n === 1 ? name : `${name} ${n}`)) return n === 1 ? name : `${name} ${n}`;
};
