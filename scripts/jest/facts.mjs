import { refuseMissingFacts } from '@chill/words/subject.ts';

// A sentence without one of its facts is a fault wherever it is tested.
refuseMissingFacts();
