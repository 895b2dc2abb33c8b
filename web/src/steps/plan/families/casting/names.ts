/** What the plan's choices are called. */
export const patternNames: Record<string, string> = {
  printedResin: 'resin, printed',
  printedPlastic: 'plastic, extruded or sintered',
  modelBoard: 'model board, milled',
  metal: 'metal',
  sulphurClay: 'clay with sulphur',
  tinSilicone: 'condensation-cure silicone',
  rubberOrAmine: 'rubber, latex or amine paint on it',
};

export const splitNames: Record<string, string> = {
  cutOpen: 'one pour, cut open along a wavy line',
  twoPour: 'two pours around a parting plane',
  hybrid: 'thin silicone face in a rigid back',
};

export const fillingNames: Record<string, string> = {
  open: 'open pour, left alone',
  pressure: 'open pour, cured under pressure',
  degassed: 'degassed, then poured',
  degassedPressure: 'degassed, then cured under pressure',
  chamber: 'mixed and poured in a vacuum chamber',
  meterMix: 'from a machine through a static mixer',
};

export const printedNames: Record<string, string> = {
  split: 'halves that come apart',
  sacrificial: 'shell broken off each part',
  soluble: 'shell or core dissolved away',
  eggshell: 'thin shell cracked off silicone',
  injected: 'silicone pushed up from below',
  putty: 'silicone putty pressed between halves',
};

export const fillNames: Record<string, string> = {
  hollow: 'a sparse print, filled to carry load',
  pocket: 'pockets, for soft joints or pads',
};

export const thingNames: Record<string, string> = {
  board: 'circuit board',
  cable: 'cable',
  magnet: 'magnet',
  bush: 'threaded bush',
  rod: 'stiffening rod',
  firstPart: 'rigid first part',
  other: 'something else',
};

export const degasNames: Record<string, string> = {
  atOnce: 'all at once, in a vessel four times as large',
  sawTooth: 'in a saw-tooth, in a vessel twice as large',
  meterMix: 'none: metered through a static mixer',
};

export const zoneNames: Record<string, string> = {
  height: 'by a height, up to the next',
  pocket: 'by a pocket or core of known volume',
  mesh: 'by a second mesh',
};
