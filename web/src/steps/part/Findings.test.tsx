import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Finding, ShapeVerdict, StoredPart } from '../../app/api/types';
import { Findings, lookFor } from '../../shared/Findings';
import { UnitQuestion } from './UnitQuestion';

const place = { pointMm: [1, 2, 3], from: [0, 0, 1], radiusMm: 5 };
const finding = (code: string, concern: Finding['concern'], more: Partial<Finding> = {}): Finding => ({
  severity: 'warning',
  code,
  text: `About ${code}.`,
  concern,
  ...more,
});
const verdict = (concern: ShapeVerdict['concern'], v: ShapeVerdict['verdict']) =>
  ({ concern, verdict: v, name: '', reason: '', routes: [] }) as unknown as ShapeVerdict;

describe('findings', () => {
  it('fold away what no route minds, and never a fault', () => {
    render(
      <Findings
        findings={[finding('draft', 'draft'), finding('hole', 'hole'), finding('open', 'mesh', { severity: 'fault' })]}
        verdicts={[verdict('draft', 'fits'), verdict('hole', 'atRisk')]}
      />,
    );
    expect(screen.getByText('About hole.')).toBeTruthy();
    expect(screen.getByText('About open.')).toBeTruthy();
    expect(screen.queryByText('About draft.')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: '1 more that no route minds' }));
    expect(screen.getByText('About draft.')).toBeTruthy();
  });

  it('stand the worst first and all of them while no route has spoken', () => {
    render(
      <Findings
        findings={[
          finding('b', 'air', { severity: 'note' }),
          finding('a', 'wall'),
          finding('c', 'mesh', { severity: 'fault' }),
        ]}
      />,
    );
    expect(screen.getAllByRole('listitem').map((item) => item.textContent?.slice(-8, -1))).toEqual([
      'About c',
      'About a',
      'About b',
    ]);
  });

  it('show their place, on the map that tells of them', () => {
    const onShow = vi.fn();
    const thin = finding('thin-wall', 'wall', { place });
    render(<Findings findings={[thin, finding('several', 'mesh')]} onShow={onShow} />);
    fireEvent.click(screen.getByRole('button', { name: 'Show where: About thin-wall.' }));
    expect(onShow).toHaveBeenCalledWith(thin);
    expect(screen.getAllByRole('button')).toHaveLength(1);
    expect([lookFor(thin), lookFor(finding('x', 'hole')), lookFor(finding('x', 'undercut'))]).toEqual([
      'ball',
      'plain',
      'undercut',
    ]);
  });
});

describe('the unit question', () => {
  const part = (code: string) =>
    ({
      unit: 'mm',
      report: { bboxMm: [0.9, 1.2, 0.3], messages: [{ code, severity: 'warning', text: '' }] },
    }) as unknown as StoredPart;

  it('gives the length of the part in every unit and takes the answer', () => {
    const onUnit = vi.fn();
    render(<UnitQuestion part={part('unit')} onUnit={onUnit} />);
    expect(screen.getByRole('button', { name: /inches.*30.5 mm/ })).toBeTruthy();
    expect(screen.getByRole('button', { name: /metres.*1.2 m$/ })).toBeTruthy();
    expect(screen.getByRole('button', { name: /millimetres/ }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: /inches/ }));
    expect(onUnit).toHaveBeenCalledWith('in');
  });

  it('is not asked of a part of a usual size', () => {
    const { container } = render(<UnitQuestion part={part('no-draft')} onUnit={() => undefined} />);
    expect(container.textContent).toBe('');
  });
});
