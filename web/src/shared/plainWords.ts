/** "hardness.tolerancePoints" as a person says it. */
export const plain = (where: string): string =>
  where
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replaceAll('.', ', ')
    .replaceAll('[', ' ')
    .replaceAll(']', '')
    .toLowerCase();
