/** Where a value stands in a drawing so high, between the lowest and the highest of those shown; by its logarithm where it falls over decades. */
export function levelsOf(values: readonly number[], isLog: boolean, height: number, margin: number) {
  const scale = (value: number) => (isLog ? Math.log10(Math.max(value, 0.1)) : value);
  const scaled = values.map(scale);
  const [low, high] = [Math.min(...scaled), Math.max(...scaled)];
  return (value: number) =>
    height - margin - ((scale(value) - low) / Math.max(high - low, 1e-6)) * (height - 2 * margin);
}
