import { Box, Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Brief } from '../../app/api/types';
import { word } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
import { clarities, colours, properties, propertyWords } from './briefForm';
import { Target } from './Target';

type Asked = Brief['properties'][number];

/** Strength, stiffness, stretch, tear, impact, short heat: at least so much of each. */
export function PropertyRows() {
  const { control, setValue } = useFormContext<Brief>();
  const asked = useWatch({ control, name: 'properties' });
  const left = properties.filter((property) => !asked.some((a) => a.property === property));
  const [next, setNext] = useState<Asked['property'] | ''>('');
  const put = (i: number, change: Partial<Asked>) =>
    setValue(
      'properties',
      asked.map((a, at) => (at === i ? { ...a, ...change } : a)),
    );
  return (
    <>
      {asked.map((target, i) => {
        const [name, unit] = propertyWords[target.property];
        return (
          <Target
            key={target.property}
            name={name}
            must={target.must}
            onMust={(must) => put(i, { must })}
            onDrop={() =>
              setValue(
                'properties',
                asked.filter((_, at) => at !== i),
              )
            }
          >
            <NumberField
              label={`${name}, at least`}
              unit={unit}
              width={170}
              min={0}
              max={500_000}
              value={target.atLeast}
              onChange={(atLeast) => atLeast !== null && put(i, { atLeast })}
            />
            <NumberField
              label="at most"
              unit={unit}
              width={120}
              optional
              min={target.atLeast}
              max={500_000}
              value={target.atMost ?? null}
              onChange={(atMost) => put(i, { atMost })}
            />
          </Target>
        );
      })}
      {left.length > 0 && (
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
          <TextField
            select
            label="Another property"
            value={left.includes(next as Asked['property']) ? next : ''}
            onChange={(event) => setNext(event.target.value as Asked['property'])}
            sx={{ width: 210 }}
          >
            {left.map((property) => (
              <MenuItem key={property} value={property}>
                {propertyWords[property][0]}
              </MenuItem>
            ))}
          </TextField>
          <Button
            disabled={!left.includes(next as Asked['property'])}
            onClick={() => {
              const property = next as Asked['property'];
              setValue('properties', [...asked, { property, atLeast: propertyWords[property][2], must: false }]);
              setNext('');
            }}
          >
            Ask for it
          </Button>
        </Box>
      )}
    </>
  );
}

/** Clarity or colour: a grade, at least. */
export function GradeRow({ name, what }: { name: 'clarity' | 'colour'; what: string }) {
  const { control, setValue } = useFormContext<Brief>();
  const target = useWatch({ control, name });
  const put = (value: unknown) => setValue(name, value as Brief[typeof name]);
  if (!target) return null;
  return (
    <Target name={what} must={target.must} onMust={(must) => put({ ...target, must })} onDrop={() => put(null)}>
      <TextField
        select
        label={`${what}, at least`}
        value={target.atLeast}
        onChange={(event) => put({ ...target, atLeast: event.target.value })}
        sx={{ width: 170 }}
      >
        {(name === 'clarity' ? clarities : colours).map((grade) => (
          <MenuItem key={grade} value={grade}>
            {word(grade)}
          </MenuItem>
        ))}
      </TextField>
    </Target>
  );
}
