import type { LadderRequest } from '../../../app/api/types';

export type Dimension =
  'loadN' | 'giveMm' | 'lengthMm' | 'widthMm' | 'thicknessMm' | 'diameterMm' | 'heightMm' | 'postMm';

interface Section {
  name: string;
  says: string;
  asks: readonly (readonly [Dimension, string, string])[];
  start: LadderRequest;
}

const none = {
  giveMm: null,
  lengthMm: null,
  widthMm: null,
  thicknessMm: null,
  diameterMm: null,
  heightMm: null,
  postMm: null,
};

/** The simplified sections with what each asks and a case to start from. */
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
    start: { ...none, section: 'cantilever', loadN: 0.4, giveMm: 2, lengthMm: 15, widthMm: 12, thicknessMm: 3 },
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
    start: { ...none, section: 'pad', loadN: 400, giveMm: 1.5, diameterMm: 40, heightMm: 12 },
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
    start: { ...none, section: 'ring', loadN: 25, postMm: 6, diameterMm: 5, widthMm: 4, thicknessMm: 2 },
  },
};

/** Every dimension the section asks for is there. */
export const whole = (request: LadderRequest): boolean =>
  sections[request.section].asks.every(([name]) => (request[name] ?? 0) > 0);
