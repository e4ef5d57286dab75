// npm run demo: the made-up nursery Sallow Gap, on a day in February that can be stepped on.
import { grownDemo } from './demoFolder.mjs';
import { ensureBuilt, ensurePackages, requireNode } from './ensure.mjs';
import { serve } from './serve.mjs';

requireNode();
ensurePackages();
ensureBuilt();
serve(grownDemo());
