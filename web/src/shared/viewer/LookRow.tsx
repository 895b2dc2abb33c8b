import { Box, Typography } from '@mui/material';
import { useId } from 'react';
import { type Look, lookNames } from './looks';

/** What one asks of a part. */
const questions: Record<Look, string> = {
  plain: 'What is it like?',
  ball: 'Where is it thin?',
  ray: 'How thick straight through?',
  draft: 'Where does it drag?',
  undercut: 'Where does it lock?',
  show: 'Which side shows?',
};

interface Props {
  look: Look;
  /** Maps need the measuring; until it is done they can't be asked for. */
  measured: boolean;
  onLook: (look: Look) => void;
}

/** The looks in one row, each by its question; chosen by mouse or by the arrow keys. */
export function LookRow({ look, measured, onLook }: Props) {
  const name = useId();
  return (
    <Box
      role="radiogroup"
      aria-label="Look at"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2.5, mb: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      {(Object.keys(questions) as Look[]).map((key) => {
        const disabled = key !== 'plain' && key !== 'show' && !measured;
        return (
          <Typography
            key={key}
            component="label"
            variant="body2"
            title={lookNames[key]}
            sx={{
              position: 'relative',
              py: 0.75,
              mb: '-1px',
              cursor: disabled ? 'default' : 'pointer',
              color: disabled ? 'text.disabled' : key === look ? 'text.primary' : 'primary.main',
              fontWeight: key === look ? 600 : 400,
              borderBottom: 2,
              borderColor: key === look ? 'primary.main' : 'transparent',
              '&:focus-within': { outline: '2px solid', outlineColor: 'primary.main', outlineOffset: 2 },
            }}
          >
            <Box
              component="input"
              type="radio"
              name={name}
              checked={key === look}
              disabled={disabled}
              onChange={() => onLook(key)}
              sx={{ position: 'absolute', opacity: 0, width: '1px', height: '1px', m: 0 }}
            />
            {questions[key]}
          </Typography>
        );
      })}
    </Box>
  );
}
