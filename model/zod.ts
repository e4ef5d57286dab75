import { say } from '@chill/words/model.ts';
import * as z from 'zod';

const KINDS: Record<string, string> = {
  get string() {
    return say('text');
  },
  get number() {
    return say('number');
  },
  get object() {
    return say('record');
  },
  get array() {
    return say('list');
  },
  get boolean() {
    return say('trueOrFalse');
  },
};

// Zod otherwise probes whether it may compile code at run time, which the app's
// content security policy forbids and reports. Every schema imports z from here.
z.config({
  jitless: true,
  // Words for a person, where a schema gives none of its own.
  customError: (issue) => {
    if (issue.code === 'invalid_type')
      return issue.input === undefined ? say('missing') : say('should', { kind: KINDS[issue.expected] ?? issue.expected });
    if (issue.code === 'invalid_union' || issue.code === 'invalid_value') return say('unknownKind');
    return undefined;
  },
});

export { z };
