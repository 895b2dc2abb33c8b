import { ButtonBase, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { useWorking } from './useWorking';

interface Props {
  label: string;
  value: ReactNode;
  unit?: string;
  /** The line of working it opens to. */
  line?: string;
  large?: boolean;
}

/** A number that opens to how it came about. */
export function Figure({ label, value, unit, line, large }: Props) {
  const { open, show } = useWorking();
  const content = (
    <>
      <Typography component="span" variant="body2" color="textSecondary" sx={{ flex: 1, textAlign: 'left' }}>
        {label}
      </Typography>
      <Typography component="span" sx={{ fontSize: large ? 20 : 14.5, fontWeight: 600, textAlign: 'right' }}>
        {value}
        {unit && (
          <Typography component="span" color="textSecondary" sx={{ fontWeight: 400, ml: 0.5, fontSize: '0.85em' }}>
            {unit}
          </Typography>
        )}
      </Typography>
      <Typography
        component="span"
        variant="mono"
        aria-hidden
        sx={{ width: 16, textAlign: 'right', color: 'primary.main', visibility: line ? 'visible' : 'hidden' }}
      >
        =
      </Typography>
    </>
  );
  const row = {
    display: 'flex',
    width: '100%',
    alignItems: 'baseline',
    gap: 1,
    py: 0.5,
    borderBottom: 1,
    borderColor: 'divider',
  } as const;
  if (!line)
    return (
      <div>
        <Typography component="div" sx={row}>
          {content}
        </Typography>
      </div>
    );
  return (
    <ButtonBase
      onClick={() => show(open === line ? null : line)}
      aria-expanded={open === line}
      aria-label={`${label}: show the working`}
      sx={{ ...row, '&:hover, &:focus-visible': { backgroundColor: 'action.hover' } }}
    >
      {content}
    </ButtonBase>
  );
}
