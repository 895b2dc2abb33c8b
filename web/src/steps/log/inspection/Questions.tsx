import { Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { OpenQuestion } from '../../../app/api/types';
import { number } from '../../../shared/format';
import { useAtBench } from '../../../shared/useAtBench';
import { Who } from '../../../shared/Who';

interface Props {
  questions: readonly OpenQuestion[];
  onDecide: (decided: { entry: string; what: 'use' | 'rework' | 'scrap'; by: string; note: string }) => void;
  isPending: boolean;
}

/** What lies out of its limits waits until somebody has decided, by name. */
export function Questions({ questions, onDecide, isPending }: Props) {
  if (questions.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="To be decided"
      sx={{ borderLeft: 4, borderColor: 'error.main', pl: 1.5, py: 0.5, my: 1.5 }}
    >
      <Typography variant="h2">
        {questions.length === 1 ? 'One value waits' : `${questions.length} values wait`} for a decision
      </Typography>
      {questions.map((question) => (
        <Question key={question.entry} question={question} onDecide={onDecide} isPending={isPending} />
      ))}
    </Box>
  );
}

function Question({ question, onDecide, isPending }: Omit<Props, 'questions'> & { question: OpenQuestion }) {
  const [by] = useAtBench();
  const [note, setNote] = useState('');
  return (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', my: 1 }}>
      <Typography sx={{ flex: '1 1 320px' }}>
        <b>{question.name}</b> of shot {question.shot}, cavity {question.cavity}: {said(question)}. Measured by{' '}
        {question.by}.
      </Typography>
      <Who label="Who decides" />
      <TextField
        label="Why"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 1000 } }}
      />
      {(['use', 'rework', 'scrap'] as const).map((what) => (
        <Button
          key={what}
          size="small"
          variant="outlined"
          disabled={!by || isPending}
          onClick={() => onDecide({ entry: question.entry, what, by, note })}
        >
          {{ use: 'Use it', rework: 'Rework it', scrap: 'Scrap it' }[what]}
        </Button>
      ))}
    </Box>
  );
}

function said({ value, lower, upper, unit }: OpenQuestion): string {
  if (unit === '') return 'not as it should be';
  const over = upper != null && value > upper;
  return `${number(value, 6)} ${unit}, ${over ? `over ${number(upper, 6)}` : `under ${number(lower!, 6)}`}`;
}
