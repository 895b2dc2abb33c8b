import { Button, type ButtonProps } from '@mui/material';
import { styled } from '@mui/material/styles';

/** For a gloved hand. */
export const BigButton = styled((props: ButtonProps) => <Button variant="outlined" {...props} />)({
  minHeight: 60,
  paddingInline: 22,
  fontSize: 19,
  fontWeight: 600,
});

/** Read from two metres. */
export const bigText = { fontSize: { xs: 19, md: 22 }, lineHeight: 1.3 } as const;

export const hugeNumber = {
  fontSize: { xs: 64, md: 104 },
  lineHeight: 1,
  fontWeight: 640,
  fontVariantNumeric: 'tabular-nums',
} as const;

export const toneColour = { calm: 'text.primary', risk: 'warning.main', attention: 'error.main' } as const;
