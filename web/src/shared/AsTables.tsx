import { Link } from '@mui/material';

/** The same rows as a table, a workbook, and for programs. */
export function AsTables({ at }: { at: (form: string) => string }) {
  return ['csv', 'xlsx', 'json'].map((form) => (
    <Link key={form} href={at(form)} sx={{ mr: 1.5 }}>
      {form.toUpperCase()}
    </Link>
  ));
}
