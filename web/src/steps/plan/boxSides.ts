/** The sides of the box around a part, by the file's axes. */
export const boxSides: Record<string, string> = {
  plusX: '+x',
  minusX: '−x',
  plusY: '+y',
  minusY: '−y',
  plusZ: '+z',
  minusZ: '−z',
};
