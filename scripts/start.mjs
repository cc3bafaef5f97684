/** `npm start`: the app with the user's own database. */
import { serve } from './serve.mjs';
import { ensureBuilt } from './setup.mjs';

ensureBuilt();
await serve(process.env.LAZY_ACORN_DB);
