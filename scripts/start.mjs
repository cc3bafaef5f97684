/** `npm start`: the app with the user's own database. */
import { serve } from './serve.mjs';
import { ensureReady } from './setup.mjs';

await ensureReady();
await serve(process.env.LAZY_ACORN_DB);
