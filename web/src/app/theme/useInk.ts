import { useColorScheme } from '@mui/material/styles';
import { day, night } from './palette';

/** The colours in force as plain values, for drawings that can't take them from the theme's variables. */
export function useInk() {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark' ? night : day;
}
