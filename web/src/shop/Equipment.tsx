import { Button, MenuItem, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { Shop } from '../app/api/types';
import { FormNumber, FormText } from '../shared/formFields';
import { type MachineKind, machineKinds } from '../shared/machines';
import type { RoomProps } from './room';
import { Row } from './Row';
import { shortId } from './shopForm';

const unknown = {
  diameterMm: null,
  xMm: null,
  yMm: null,
  zMm: null,
  pumpM3PerH: null,
  plateKpa: null,
  highestC: null,
  capacityG: null,
  stepG: null,
  forceKn: null,
};

export function Equipment({ problem }: RoomProps) {
  const { control } = useFormContext<Shop>();
  const { fields, append, remove } = useFieldArray({ control, name: 'machines', keyName: 'key' });
  const [kind, setKind] = useState<MachineKind>('chamber');
  return (
    <section aria-label="Equipment">
      {fields.length === 0 && (
        <Typography sx={{ py: 2 }}>
          Nothing yet. Add what limits the work: the chamber and its pump, the pot and its plate, ovens, printers, the
          scale.
        </Typography>
      )}
      {fields.map((machine, i) => {
        const { name, figures } = machineKinds[machine.kind as MachineKind];
        return (
          <Row key={machine.key} label={machine.name || `${name} ${i + 1}`} onRemove={() => remove(i)}>
            <Typography sx={{ width: 130, mt: 2.25, fontWeight: 600 }}>{name}</Typography>
            <FormText<Shop> name={`machines.${i}.name`} label="Name" sx={{ width: 220 }} />
            {figures.map(([figure, label, unit]) => (
              <FormNumber<Shop>
                key={figure}
                name={`machines.${i}.${figure}`}
                label={label}
                unit={unit}
                optional
                width={112}
                refused={problem?.field === `machines[${i}].${figure}` ? problem.message : undefined}
              />
            ))}
          </Row>
        );
      })}
      <TextField
        select
        label="Kind"
        value={kind}
        onChange={(event) => setKind(event.target.value as MachineKind)}
        sx={{ width: 170, mt: 1.5, mr: 2 }}
      >
        {Object.entries(machineKinds).map(([of, { name }]) => (
          <MenuItem key={of} value={of}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <Button
        variant="outlined"
        sx={{ mt: 3 }}
        onClick={() => append({ id: shortId(), kind, name: free(machineKinds[kind].name, fields), ...unknown })}
      >
        Add it
      </Button>
    </section>
  );
}

/** A name nothing else has. */
const free = (name: string, among: readonly { name: string }[]): string => {
  const taken = new Set(among.map((m) => m.name));
  for (let n = 1; ; n++) if (!taken.has(n === 1 ? name : `${name} ${n}`)) return n === 1 ? name : `${name} ${n}`;
};
