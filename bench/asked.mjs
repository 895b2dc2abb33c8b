/** A request with a body, for fetch. */
export const sent = (method, body) => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

export const newId = () => crypto.randomUUID().replaceAll('-', '');
