import { guessLayout, type LoggerLayout } from '@chill/core/readings/loggerCsv.ts';
import { LogReader, lineReader } from '@chill/core/readings/logReader.ts';
import { MOST_READINGS, packReadings } from '@chill/core/readings/packed.ts';
import type { LeftOut } from '@chill/core/readings/tidyReadings.ts';
import { LINE_END } from '@chill/core/units/lines.ts';
import { asReadings, type DailyLayout, type DailyRecord, guessDaily, readDaily } from '@chill/core/winter/dailyRecords.ts';
import type { Problem } from '@chill/model/problem.ts';
import { isLanguage, speak } from '@chill/words/language.ts';
import { say } from '@chill/words/readings.ts';
import { spoken } from '@chill/words/subject.ts';

// A worker is named by the language of the page that made it.
if (isLanguage(self.name)) speak(self.name);

/** A file's layout as guessed, a few of its lines as they would be read. */
export type Layout = { kind: 'logger'; logger: LoggerLayout } | { kind: 'daily'; daily: DailyLayout };
export interface ReadLine {
  line: number;
  written: string;
  /** A moment, ms since 1970, or a day; and what it would be read as. */
  at?: number;
  on?: string;
  celsius?: number[];
  problem?: string;
}

export type FileQuestion =
  /** `separator`: the grower's own choice, where the guess was wrong. */
  | { ask: 'guess'; file: File; separator?: string }
  | { ask: 'sample'; file: File; layout: Layout; timeZone: string }
  | { ask: 'read'; file: File; layout: Layout; timeZone: string; now_ms: number }
  /** Sends what was read, packed, to this address. */
  | { ask: 'send'; to: string };

export type FileAnswer =
  | { said: 'layout'; layout: Layout }
  | { said: 'sample'; lines: ReadLine[] }
  | { said: 'progress'; share: number }
  | {
      said: 'read';
      count: number;
      from_ms: number;
      to_ms: number;
      left: LeftOut[];
      repeated: number;
      days?: DailyRecord[];
    }
  | { said: 'sent' }
  | { said: 'problem'; problem: string };

/** Enough of a file to know it by, bytes. */
const SAMPLE_BYTES = 65_536;
/** Daily figures of a century are a few megabytes. */
const MOST_DAILY_BYTES = 20 * 1024 * 1024;
const SHOWN_LINES = 6;

const answer = (said: FileAnswer) => postMessage(said);

/** What was read last. It stays here until it is sent: megabytes handed to the page would stop it for a moment, twice. */
let packed: ArrayBuffer | undefined;

addEventListener('message', async ({ data }: MessageEvent<FileQuestion>) => {
  try {
    if (data.ask === 'guess') answer(await guess(data.file, data.separator));
    else if (data.ask === 'sample') answer({ said: 'sample', lines: await sample(data.file, data.layout, data.timeZone) });
    else if (data.ask === 'send') await send(data.to);
    else if (data.layout.kind === 'daily') await readDays(data.file, data.layout.daily, data.timeZone, data.now_ms);
    else await readLog(data.file, data.layout.logger, data.timeZone, data.now_ms);
  } catch (error) {
    answer({ said: 'problem', problem: say('fileUnreadable', { message: (error as Error).message }) });
  }
});

async function guess(file: File, separator?: string): Promise<FileAnswer> {
  const text = await beginning(file);
  if (text.trim() === '') return { said: 'problem', problem: say('fileEmpty') };
  const logger = guessLayout(text, separator ? { separator } : {});
  if (logger.ok) return { said: 'layout', layout: { kind: 'logger', logger: logger.value } };
  const daily = guessDaily(text);
  if (daily.ok && !separator) return { said: 'layout', layout: { kind: 'daily', daily: daily.value } };
  return { said: 'problem', problem: spoken(logger.reason) };
}

/** The first lines of a file, without the one that the sample cuts. */
async function beginning(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.slice(0, SAMPLE_BYTES).arrayBuffer());
  const text = decoder(bytes).decode(bytes);
  return file.size > SAMPLE_BYTES ? text.slice(0, Math.max(text.lastIndexOf('\n'), text.lastIndexOf('\r')) + 1) : text;
}

/** Loggers write UTF-8, or UTF-16 with a mark at its front. What is neither is shown with marks in the place of letters, never with wrong figures. */
function decoder(bytes: Uint8Array): TextDecoder {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be');
  return new TextDecoder('utf-8');
}

async function sample(file: File, layout: Layout, timeZone: string): Promise<ReadLine[]> {
  const text = await beginning(file);
  const lines = text.split(LINE_END);
  if (layout.kind === 'daily') {
    const { days } = readDaily(text, layout.daily);
    return days.slice(0, SHOWN_LINES).map(({ on, min_C, max_C }, i) => ({ line: i + 1, written: '', on, celsius: [min_C, max_C] }));
  }
  const read = lineReader(layout.logger, timeZone);
  return lines.slice(layout.logger.skip, layout.logger.skip + SHOWN_LINES).flatMap((written, i): ReadLine[] => {
    const line = layout.logger.skip + i + 1;
    const found = read(written);
    if (!found) return [];
    return 'reason' in found
      ? [{ line, written, problem: spoken(found.reason) }]
      : [{ line, written, at: found.at_ms, celsius: [found.celsius] }];
  });
}

async function readLog(file: File, layout: LoggerLayout, timeZone: string, now_ms: number): Promise<void> {
  const log = new LogReader(layout, timeZone);
  let done = 0;
  const decode = decoder(new Uint8Array(await file.slice(0, 2).arrayBuffer()));
  const reader = file.stream().getReader();
  for (;;) {
    const { value, done: over } = await reader.read();
    if (over) break;
    log.push(decode.decode(value, { stream: true }));
    if (log.count > MOST_READINGS) return answer({ said: 'problem', problem: say('tooManyReadings', { mostReadings: MOST_READINGS }) });
    done += value.byteLength;
    answer({ said: 'progress', share: Math.min(0.95, done / Math.max(1, file.size)) });
  }
  log.push(decode.decode());
  const { readings, left, repeated } = log.end(now_ms);
  finish(readings, left, repeated);
}

async function readDays(file: File, layout: DailyLayout, timeZone: string, now_ms: number): Promise<void> {
  if (file.size > MOST_DAILY_BYTES) return answer({ said: 'problem', problem: say('fileTooLarge') });
  const bytes = new Uint8Array(await file.arrayBuffer());
  const { days, left, repeated } = readDaily(decoder(bytes).decode(bytes), layout);
  const { at_ms, celsius } = asReadings(days, timeZone);
  const come = at_ms.findLastIndex((at) => at <= now_ms) + 1;
  finish({ at_ms: at_ms.slice(0, come), celsius: celsius.slice(0, come) }, left, repeated, days);
}

async function send(to: string): Promise<void> {
  if (!packed) return answer({ said: 'problem', problem: say('nothingReadYet') });
  const response = await fetch(to, { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: packed });
  if (response.ok) return answer({ said: 'sent' });
  const refused = (await response.json().catch(() => undefined)) as Problem | undefined;
  answer({ said: 'problem', problem: refused?.errors?.[0]?.message ?? refused?.detail ?? say('serverRefused') });
}

function finish(readings: { at_ms: Float64Array; celsius: Float64Array }, left: LeftOut[], repeated: number, days?: DailyRecord[]): void {
  const count = readings.at_ms.length;
  packed = packReadings(readings);
  const [from_ms, to_ms] = [readings.at_ms[0] ?? 0, readings.at_ms[count - 1] ?? 0];
  answer({ said: 'read', count, from_ms, to_ms, left, repeated, ...(days && { days }) });
}
