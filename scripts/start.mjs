// npm start: your own nursery, on the real day. Data lies in ./data, or where CHILL_DATA says.
import { ensureBuilt, ensurePackages, requireNode } from './ensure.mjs';
import { serve } from './serve.mjs';

requireNode();
ensurePackages();
ensureBuilt();
serve({});
