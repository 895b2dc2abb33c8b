import '@fontsource-variable/archivo/index.css';
import '@fontsource-variable/jetbrains-mono/index.css';
import { createTheme } from '@mui/material/styles';
import { day, night } from './palette';

declare module '@mui/material/styles' {
  interface TypographyVariants {
    mono: React.CSSProperties;
  }
  interface TypographyVariantsOptions {
    mono?: React.CSSProperties;
  }
}

declare module '@mui/material/Typography' {
  interface TypographyPropsVariantOverrides {
    mono: true;
  }
}

const palette = (c: typeof day) => ({
  background: { default: c.ground, paper: c.sheet },
  text: { primary: c.ink, secondary: c.faint },
  divider: c.hairline,
  primary: { main: c.acting, contrastText: c.onActing },
  error: { main: c.attention },
  warning: { main: c.risk },
  success: { main: c.acting },
  info: { main: c.faint },
});

const NO_TIME = {
  shortest: 0,
  shorter: 0,
  short: 0,
  standard: 0,
  complex: 0,
  enteringScreen: 0,
  leavingScreen: 0,
};

const grotesque = "'Archivo Variable', system-ui, sans-serif";

/** Whoever asks the system for less motion gets none: a list is gone at once when it closes. */
const still = globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches
  ? { create: () => 'none', getAutoHeightDuration: () => 0, duration: NO_TIME }
  : undefined;

export const theme = createTheme({
  transitions: still,
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: { light: { palette: palette(day) }, dark: { palette: palette(night) } },
  shape: { borderRadius: 3 },
  spacing: 8,
  typography: {
    fontFamily: grotesque,
    fontSize: 13.5,
    h1: { fontSize: 22, fontWeight: 640, letterSpacing: '-0.01em' },
    h2: { fontSize: 15, fontWeight: 640 },
    h3: { fontSize: 13.5, fontWeight: 640 },
    button: { textTransform: 'none', fontWeight: 560 },
    mono: { fontFamily: "'JetBrains Mono Variable', monospace", fontFeatureSettings: '"zero"' },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums' },
        // What brings its own motion stands still as well.
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': { transition: 'none !important', animation: 'none !important' },
        },
      },
    },
    MuiButton: { defaultProps: { disableElevation: true, size: 'small' } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    // A field is a line to write on: its name above, a hairline under, number and unit on one line.
    MuiTextField: { defaultProps: { size: 'small', variant: 'standard' } },
    MuiFormControl: { styleOverrides: { root: { '& .MuiInputLabel-root + .MuiInputBase-root': { marginTop: 0 } } } },
    MuiInputLabel: {
      defaultProps: { shrink: true },
      styleOverrides: {
        root: ({ theme }) => ({
          position: 'static',
          transform: 'none',
          maxWidth: 'none',
          fontSize: 12.5,
          lineHeight: 1.35,
          whiteSpace: 'normal',
          color: theme.vars.palette.text.secondary,
        }),
      },
    },
    MuiInput: {
      styleOverrides: {
        root: ({ theme }) => ({
          '&::before': { borderBottomColor: theme.vars.palette.divider },
          '&:hover:not(.Mui-disabled, .Mui-error)::before': {
            borderBottom: `1px solid ${theme.vars.palette.text.primary}`,
          },
        }),
        input: { paddingTop: 3, paddingBottom: 4 },
      },
    },
    MuiFormHelperText: { styleOverrides: { root: { marginTop: 2 } } },
    MuiPaper: { defaultProps: { elevation: 0 } },
    MuiToggleButton: {
      styleOverrides: {
        root: ({ theme }) => ({
          color: theme.vars.palette.text.primary,
          '&.Mui-selected, &.Mui-selected:hover': {
            color: theme.vars.palette.primary.contrastText,
            backgroundColor: theme.vars.palette.primary.main,
          },
        }),
      },
    },
    MuiTooltip: { defaultProps: { enterDelay: 400 } },
  },
});
