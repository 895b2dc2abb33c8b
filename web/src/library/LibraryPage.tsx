import { Alert, Box, Tab, Tabs, TextField, Typography } from '@mui/material';
import { useSearchParams } from 'react-router';
import { useAddress } from '../shared/useAddress';
import { Refusal } from '../shared/Refusal';
import { useLibrary } from '../shared/useLibrary';
import { BondTable } from './BondTable';
import { InAndOut } from './InAndOut';
import { Materials } from './Materials';
import { Rates } from './Rates';
import { Supplies } from './Supplies';
import { useLibraryChange } from './useLibraryChange';

const shelves = ['rates', 'materials', 'supplies', 'bonds'] as const;

/** What the shop counts with: rates and norms, materials, supplies, bonds; its own figures beside those that ship. */
export function LibraryPage() {
  const [search] = useSearchParams();
  const change = useAddress();
  const { data: library, error } = useLibrary();
  const put = useLibraryChange();
  const shelf = shelves.find((s) => s === search.get('shelf')) ?? 'rates';
  const find = search.get('find') ?? '';
  if (error) return <Refusal problem={error} to="/" act="All projects" />;
  if (!library) return null;
  const changed = [...library.rates, ...library.materials, ...library.supplies].filter(
    (s) => s.standing.own || s.standing.differences.length > 0,
  ).length;
  const wanted = find.trim().toLowerCase();
  const shown = <T extends { entry: { name: string; id?: string; key?: string } }>(entries: readonly T[]) =>
    entries.filter(({ entry }) =>
      [entry.name, entry.id, entry.key].some((text) => text?.toLowerCase().includes(wanted)),
    );
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Library
        </Typography>
        <TextField
          type="search"
          label="Find an entry"
          value={find}
          onChange={(event) => change({ find: event.target.value || null })}
          sx={{ width: 220 }}
        />
      </Box>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        Shipped figures are estimates to start from; your quotes, sheets and actuals replace them and count at once in
        every project. {changed > 0 ? `${changed} of your own stand here.` : 'None is changed yet.'}
      </Typography>
      <InAndOut library={library} changed={changed} />
      {put.error && <Alert severity="error">{put.error.message}</Alert>}
      <Tabs value={shelf} onChange={(_, s: string) => change({ shelf: s })} aria-label="Shelves" sx={{ mb: 1 }}>
        <Tab value="rates" label={`Rates and norms (${library.rates.length})`} />
        <Tab value="materials" label={`Materials (${library.materials.length})`} />
        <Tab value="supplies" label={`Supplies (${library.supplies.length})`} />
        <Tab value="bonds" label="Bonds" />
      </Tabs>
      {shelf === 'rates' && <Rates rates={shown(library.rates)} change={put} />}
      {shelf === 'materials' && <Materials materials={shown(library.materials)} change={put} />}
      {shelf === 'supplies' && <Supplies supplies={shown(library.supplies)} change={put} />}
      {shelf === 'bonds' && <BondTable bonds={library.bonds} />}
    </>
  );
}
