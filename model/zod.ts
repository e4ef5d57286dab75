import * as z from 'zod';

// Zod otherwise probes whether it may compile code at run time, which the app's
// content security policy forbids and reports. Every schema imports z from here.
z.config({ jitless: true });

export { z };
