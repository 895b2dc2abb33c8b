import { z } from 'zod';

// The page may not make functions from text, so zod shall not try.
z.config({ jitless: true });

export { z };
