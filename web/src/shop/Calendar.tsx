import { Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { Controller, useFieldArray, useFormContext } from 'react-hook-form';
import type { Shop } from '../app/api/types';
import { FormDay, FormText } from '../shared/formFields';
import type { RoomProps } from './room';
import { Row } from './Row';

const week = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'] as const;

export function Calendar({ problem }: RoomProps) {
  const { control } = useFormContext<Shop>();
  const { fields, append, remove } = useFieldArray({ control, name: 'calendar.holidays', keyName: 'key' });
  return (
    <section aria-label="Calendar">
      <Typography variant="h2" sx={{ mt: 1 }}>
        Working days
      </Typography>
      <Controller
        control={control}
        name="calendar.workingDays"
        render={({ field, fieldState }) => (
          <>
            <ToggleButtonGroup
              size="small"
              value={field.value}
              onChange={(_, days: string[]) => field.onChange(week.filter((d) => days.includes(d)))}
              aria-label="Working days"
              sx={{ mt: 1, flexWrap: 'wrap' }}
            >
              {week.map((day) => (
                <ToggleButton key={day} value={day} sx={{ textTransform: 'capitalize', px: 1.5 }}>
                  {day}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
            {fieldState.error && (
              <Typography color="error" variant="body2">
                {fieldState.error.message}
              </Typography>
            )}
          </>
        )}
      />
      <Typography variant="h2" sx={{ mt: 3 }}>
        Holidays
      </Typography>
      <Typography color="textSecondary">Nobody is there; cures run on.</Typography>
      {fields.map((holiday, i) => (
        <Row key={holiday.key} label={holiday.name || `holiday ${i + 1}`} onRemove={() => remove(i)}>
          <FormDay<Shop> name={`calendar.holidays.${i}.day`} label="Day" />
          <FormText<Shop> name={`calendar.holidays.${i}.name`} label="What for" sx={{ width: 240 }} />
        </Row>
      ))}
      {problem?.field?.startsWith('calendar') && <Typography color="error">{problem.message}</Typography>}
      <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => append({ day: '', name: '' })}>
        Add a holiday
      </Button>
    </section>
  );
}
