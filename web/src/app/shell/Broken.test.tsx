import { render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { expect, test, vi } from 'vitest';
import { Broken } from './Broken';

function Page({ fails }: { fails: boolean }) {
  if (fails) throw new Error('The figures were of another part.');
  return <p>The figures</p>;
}

const at = (address: string, fails: boolean) => (
  <MemoryRouter>
    <Broken at={address}>
      <Page fails={fails} />
    </Broken>
  </MemoryRouter>
);

test('a page that fails says so in its place, until somebody goes elsewhere', () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  const page = render(at('/part', true));
  expect(screen.getByRole('heading').textContent).toBe('This page failed');
  screen.getByText(/The figures were of another part\./);
  screen.getByRole('button', { name: 'Load it again' });
  page.rerender(at('/part', false));
  screen.getByRole('heading');
  page.rerender(at('/brief', false));
  screen.getByText('The figures');
  expect(screen.queryByRole('heading')).toBeNull();
});
