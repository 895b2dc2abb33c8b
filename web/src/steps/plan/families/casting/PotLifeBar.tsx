import { Box, ButtonBase, Typography } from '@mui/material';
import { number } from '../../../../shared/format';
import { useWorking } from '../../../../shared/useWorking';

interface Props {
  title: string;
  /** Minutes until it gels or sets, and minutes the steps take. */
  working: number;
  needed: number;
  line: string;
  what: string;
}

/** The pot's minutes as a bar: what the steps take, and what is left before it is too late. */
export function PotLifeBar({ title, working, needed, line, what }: Props) {
  const { show } = useWorking();
  const margin = working - needed;
  const color = margin < 0 ? 'error.main' : margin < 0.2 * working ? 'warning.main' : 'primary.main';
  return (
    <Box sx={{ my: 1.5 }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Typography variant="h3" component="h2">
          {title}
        </Typography>
        <ButtonBase onClick={() => show(line)} sx={{ typography: 'body1', fontWeight: 680, fontSize: 15, color }}>
          {margin < 0 ? `${number(-margin, 2)} min too long` : `${number(margin, 2)} min to spare`} =
        </ButtonBase>
      </Box>
      <Box
        role="img"
        aria-label={`${number(needed, 2)} of ${number(working, 2)} minutes needed`}
        sx={{ height: 14, border: 1, borderColor: 'text.secondary', position: 'relative' }}
      >
        <Box
          sx={{
            position: 'absolute',
            inset: 0,
            width: `${Math.min(1, needed / Math.max(working, needed)) * 100}%`,
            backgroundColor: color,
            opacity: 0.65,
          }}
        />
        {margin < 0 && (
          <Box
            sx={{
              position: 'absolute',
              top: -3,
              bottom: -3,
              left: `${(working / needed) * 100}%`,
              width: 2,
              backgroundColor: 'text.primary',
            }}
          />
        )}
      </Box>
      <Typography variant="body2" color="textSecondary">
        {number(needed, 2)} min of steps; {what} about {number(working, 2)} min after the two meet.
      </Typography>
    </Box>
  );
}
