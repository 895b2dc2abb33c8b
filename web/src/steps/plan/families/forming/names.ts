/** How a sheet gets to its mold. */
export const wayNames = {
  female: 'Into a cavity',
  male: 'Over a form',
  plug: 'Plug, then into a cavity',
  billow: 'Blown up, then over a form',
} as const;

export const faceNames = { inside: 'the inside', outside: 'the outside' } as const;

export const trimNames = { hand: 'By hand', router: 'Programmed router', die: 'Cutting die' } as const;
