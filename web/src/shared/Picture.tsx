import { Box } from '@mui/material';

/** The small drawing of a part; a dashed frame where there is none yet. Decoration: the name always stands beside it. */
export function Picture({ hash, width }: { hash: string | null | undefined; width: number }) {
  const size = { width, height: (width * 3) / 4, flexShrink: 0 } as const;
  return hash ? (
    <Box component="img" src={`/api/meshes/${hash}/picture.png`} alt="" sx={size} />
  ) : (
    <Box sx={{ ...size, border: 1, borderStyle: 'dashed', borderColor: 'divider' }} />
  );
}
