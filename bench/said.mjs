/** A line of what was tried, what came of it, and whether that is well. */
export const say = (what, figure, well) =>
  console.log(`${what.padEnd(58)} ${figure.padEnd(44)} ${well ? 'well' : 'FAULT'}`);
