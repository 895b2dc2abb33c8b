/** An id nobody else makes. `crypto.randomUUID` is absent where the page came over plain HTTP; this is not. */
export const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
