import * as z from 'zod';

const KINDS: Record<string, string> = { string: 'text', number: 'a number', object: 'a record', array: 'a list', boolean: 'true or false' };

// Zod otherwise probes whether it may compile code at run time, which the app's
// content security policy forbids and reports. Every schema imports z from here.
z.config({
  jitless: true,
  // Words for a person, where a schema gives none of its own.
  customError: (issue) => {
    if (issue.code === 'invalid_type')
      return issue.input === undefined ? 'This is missing.' : `This should be ${KINDS[issue.expected] ?? issue.expected}.`;
    if (issue.code === 'invalid_union' || issue.code === 'invalid_value') return 'This is none of the kinds that Chill knows.';
    return undefined;
  },
});

export { z };
