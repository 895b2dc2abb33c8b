import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Problem } from '../../app/api/client';
import type { Brief } from '../../app/api/types';
import { Folded } from '../../shared/Folded';
import { FormDay, FormNumber } from '../../shared/formFields';
import { count, date, word } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
import { Equipment } from './Equipment';
import { Makers } from './Makers';
import { Schools } from './Schools';

/** What bounds the choice, who makes things, what stands in the shop: each a line until it is opened. */
export function Limits({ problem }: { problem: Problem | null }) {
  return (
    <section aria-labelledby="limits">
      <Typography variant="h2" id="limits" sx={{ mb: 1.5 }}>
        Limits
      </Typography>
      <Box sx={{ display: 'grid', gap: 1 }}>
        <Bounds problem={problem} />
        <ChangeRisk />
        <Makers />
        <Schools />
        <Equipment problem={problem} />
      </Box>
    </section>
  );
}

/** Money and dates. */
function Bounds({ problem }: { problem: Problem | null }) {
  const { control } = useFormContext<Brief>();
  const [budget, piece, day] = useWatch({ control, name: ['toolingBudget', 'piecePrice', 'fixedDate'] });
  const refused = (field: string) => (problem?.field === field ? problem.message : undefined);
  const says = [
    budget !== null && `tooling up to ${count(budget)} €`,
    piece !== null && `${count(piece)} € a piece aimed at`,
    day !== null && `nothing later than ${date(day)}`,
  ].filter(Boolean);
  return (
    <Folded
      label="Money and dates"
      says={says.join('; ') || 'no limit set'}
      force={['toolingBudget', 'piecePrice', 'fixedDate'].includes(problem?.field ?? '')}
    >
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <FormNumber<Brief>
          name="toolingBudget"
          label="Tooling budget"
          unit="€"
          optional
          min={0}
          max={1e9}
          width={150}
          hint="empty: not limited"
          refused={refused('toolingBudget')}
        />
        <FormNumber<Brief>
          name="piecePrice"
          label="Piece price aimed at"
          unit="€"
          optional
          min={0}
          max={1e9}
          width={150}
          refused={refused('piecePrice')}
        />
        <FormDay<Brief> name="fixedDate" label="Date that can’t move" />
      </Box>
    </Folded>
  );
}

function ChangeRisk() {
  const { control, setValue } = useFormContext<Brief>();
  const risk = useWatch({ control, name: 'changeRisk' });
  const [added, setAdded] = useState(false);
  const add = () => {
    setAdded(true);
    setValue('changeRisk', { chancePerMonth: 0.1, size: 'small' });
  };
  if (!risk)
    return (
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
        <Typography variant="body2" sx={{ flex: 1 }}>
          The design is settled
        </Typography>
        <Button onClick={add}>It may change</Button>
      </Box>
    );
  const percent = Math.round(risk.chancePerMonth * 1000) / 10;
  return (
    <Folded
      label="The design"
      says={`changes with a chance of ${percent} % a month, ${word(risk.size)}`}
      startsOpen={added}
    >
      <Box role="group" aria-label="Change risk" sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <NumberField
          label="Chance of a change a month"
          unit="%"
          width={180}
          min={0}
          max={100}
          value={percent}
          onChange={(share) => share !== null && setValue('changeRisk', { ...risk, chancePerMonth: share / 100 })}
        />
        <TextField
          select
          label="How big"
          value={risk.size}
          onChange={(event) => setValue('changeRisk', { ...risk, size: event.target.value as typeof risk.size })}
          sx={{ width: 220 }}
        >
          {(['small', 'large'] as const).map((size) => (
            <MenuItem key={size} value={size}>
              {word(size)}
            </MenuItem>
          ))}
        </TextField>
        <Button color="inherit" sx={{ mt: 0.5 }} onClick={() => setValue('changeRisk', null)}>
          Settled
        </Button>
      </Box>
    </Folded>
  );
}
