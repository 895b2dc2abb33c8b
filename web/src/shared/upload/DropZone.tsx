import { Alert, Box, Button, LinearProgress, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useRef, useState } from 'react';
import { client, unwrap } from '../../app/api/client';
import type { Upload } from './useUpload';

const ToleranceQuestion = lazy(async () => ({
  default: (await import('./step/ToleranceQuestion')).ToleranceQuestion,
}));

interface Props {
  upload: Upload;
  onFile: (file: File) => void;
  title: string;
  children?: React.ReactNode;
  sx?: object;
}

/** Takes a file by drop or by picker, shows how far it is, and what was wrong with it. */
export function DropZone({ upload, onFile, title, children, sx }: Props) {
  const [over, setOver] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const { busy, problem } = upload;
  const most = useQuery({
    queryKey: ['limits'],
    staleTime: Infinity,
    queryFn: ({ signal }) => unwrap(client.GET('/api/limits', { signal })),
  }).data?.maxUploadBytes;
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const file = event.dataTransfer.files[0];
        if (file) onFile(file);
      }}
      sx={{ outline: over ? 3 : 0, outlineStyle: 'solid', outlineColor: 'primary.main', ...sx }}
    >
      {children}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
        <Button
          variant={children ? 'outlined' : 'contained'}
          disabled={busy !== null}
          onClick={() => picker.current?.click()}
        >
          {title}
        </Button>
        <Typography variant="body2" color="textSecondary">
          or drop it here: STL, OBJ, 3MF or STEP{most && `, up to ${Math.round(most / 1e6)} MB`}
        </Typography>
        <input
          ref={picker}
          type="file"
          accept=".stl,.obj,.3mf,.step,.stp"
          aria-label={title}
          hidden
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (file) onFile(file);
          }}
        />
      </Box>
      {upload.question && (
        <Suspense fallback={null}>
          <ToleranceQuestion name={upload.question.name} onAnswer={upload.question.answer} />
        </Suspense>
      )}
      {busy && (
        <Box sx={{ mt: 1 }} role="status">
          <Typography variant="body2">
            {busy.doing} …{' '}
            <Button onClick={upload.stop} sx={{ py: 0 }}>
              Stop
            </Button>
          </Typography>
          <LinearProgress
            variant={busy.share === undefined ? 'indeterminate' : 'determinate'}
            value={(busy.share ?? 0) * 100}
            aria-label="Progress of the upload"
          />
        </Box>
      )}
      {problem && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {problem.message}
        </Alert>
      )}
    </Box>
  );
}
