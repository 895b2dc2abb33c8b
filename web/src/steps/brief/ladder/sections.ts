import type { LadderRequest } from '../../../app/api/types';

export type Dimension =
  'loadN' | 'giveMm' | 'lengthMm' | 'widthMm' | 'thicknessMm' | 'diameterMm' | 'heightMm' | 'postMm';

interface Section {
  name: string;
  says: string;
  asks: readonly (readonly [Dimension, string, string])[];
}

const none = {
  loadN: null,
  giveMm: null,
  lengthMm: null,
  widthMm: null,
  thicknessMm: null,
  diameterMm: null,
  heightMm: null,
  postMm: null,
};

/** The simplified sections with what each asks. */
export const sections: Record<LadderRequest['section'], Section> = {
  cantilever: {
    name: 'A tab',
    says: 'A tab held at one end sags so far under a load at the other.',
    asks: [
      ['loadN', 'Load', 'N'],
      ['giveMm', 'Sags at most', 'mm'],
      ['lengthMm', 'Length', 'mm'],
      ['widthMm', 'Width', 'mm'],
      ['thicknessMm', 'Thickness', 'mm'],
    ],
  },
  pad: {
    name: 'A pad',
    says: 'A disc between two plates gives so far under a load.',
    asks: [
      ['loadN', 'Load', 'N'],
      ['giveMm', 'Gives', 'mm'],
      ['diameterMm', 'Diameter', 'mm'],
      ['heightMm', 'Height', 'mm'],
    ],
  },
  ring: {
    name: 'A ring',
    says: 'A ring is pushed by hand over a post wider than its bore.',
    asks: [
      ['loadN', 'Push', 'N'],
      ['postMm', 'Post', 'mm'],
      ['diameterMm', 'Bore', 'mm'],
      ['widthMm', 'Width of the ring', 'mm'],
      ['thicknessMm', 'Wall of the ring', 'mm'],
    ],
  },
  seal: {
    name: 'A seal',
    says: 'A strip is squeezed shut between two faces by so much.',
    asks: [
      ['loadN', 'Closing force', 'N'],
      ['giveMm', 'Squeezed by', 'mm'],
      ['lengthMm', 'Length round', 'mm'],
      ['widthMm', 'Width', 'mm'],
      ['heightMm', 'Height', 'mm'],
    ],
  },
};

/** A section nothing was said of yet. */
export const blank = (section: LadderRequest['section']): LadderRequest => ({ ...none, section });

/** Every dimension the section asks for is there. */
export const whole = (request: LadderRequest): boolean =>
  sections[request.section].asks.every(([name]) => (request[name] ?? 0) > 0);
