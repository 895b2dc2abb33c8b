import { Box, Button, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Brief, OfferedTemplate } from '../../app/api/types';

/** Common cases to start an empty brief from. */
export function Templates({ onTake }: { onTake: (brief: Brief) => void }) {
  const templates = useQuery<OfferedTemplate[], Problem>({
    queryKey: ['brief-templates'],
    staleTime: Infinity,
    queryFn: ({ signal }) => unwrap(client.GET('/api/brief-templates', { signal })),
  });
  return (
    <Box component="section" aria-labelledby="templates" sx={{ mb: 3 }}>
      <Typography variant="h2" id="templates">
        Start from a common case
      </Typography>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          mt: 1,
          display: 'grid',
          gap: 1,
          gridTemplateColumns: 'repeat(auto-fill, minmax(240px, 1fr))',
        }}
      >
        {templates.data?.map((template) => (
          <Box component="li" key={template.id} sx={{ borderTop: 1, borderColor: 'divider', pt: 0.75 }}>
            <Button sx={{ px: 0, fontWeight: 640 }} onClick={() => onTake(template.brief)}>
              {template.name}
            </Button>
            <Typography variant="body2" color="textSecondary">
              {template.says}
            </Typography>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
