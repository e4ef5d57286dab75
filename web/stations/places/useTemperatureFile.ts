import { language } from '@chill/words/language.ts';
import { useEffect, useRef, useState } from 'react';
import { nowMs } from '../../browser/now.ts';
import type { FileAnswer, FileQuestion, Layout, ReadLine } from '../../workers/temperatureFile.ts';

export type ReadFile = Extract<FileAnswer, { said: 'read' }>;

/** A file of temperatures on its way in: its layout as guessed, a few lines as they would be read, then all of it. */
export interface TemperatureFile {
  file?: File | undefined;
  layout?: Layout | undefined;
  lines?: ReadLine[] | undefined;
  /** Share read, 0 to 1, while it is being read. */
  progress?: number | undefined;
  read?: ReadFile | undefined;
  sending?: boolean;
  problem?: string | undefined;
}

/** What is known once the worker has said something. */
function heard(said: FileAnswer): TemperatureFile {
  switch (said.said) {
    case 'layout':
      return { layout: said.layout };
    case 'sample':
      return { lines: said.lines };
    case 'progress':
      return { progress: said.share };
    case 'sent':
      return {};
    case 'read':
      return { progress: undefined, read: said };
    case 'problem':
      return { progress: undefined, sending: false, problem: said.problem };
  }
}

/** Reads a file of temperatures in a worker, step by step; `drop` stops whatever is going on. */
export function useTemperatureFile(timeZone: string) {
  const [state, setState] = useState<TemperatureFile>({});
  const worker = useRef<Worker>(undefined);
  const stop = () => {
    worker.current?.terminate();
    worker.current = undefined;
  };
  useEffect(() => () => worker.current?.terminate(), []);

  const ask = (question: FileQuestion) => {
    if (!worker.current) {
      worker.current = new Worker(new URL('../../workers/temperatureFile.ts', import.meta.url), { type: 'module', name: language() });
      worker.current.addEventListener('message', ({ data }: MessageEvent<FileAnswer>) => hear(data));
    }
    worker.current.postMessage(question);
  };
  const sent = useRef<() => void>(undefined);
  const allGood = useRef<() => void>(undefined);
  const known = useRef<{ file?: File }>({});
  const sample = (layout: Layout) => {
    const { file } = known.current;
    if (file) ask({ ask: 'sample', file, layout, timeZone });
  };
  const hear = (said: FileAnswer) => {
    setState((before) => ({ ...before, ...heard(said) }));
    if (said.said === 'layout') sample(said.layout);
    else if (said.said === 'sent') sent.current?.();
    else if (said.said === 'read' && said.left.length === 0 && said.count > 0) allGood.current?.();
  };
  return {
    state,
    choose(file: File) {
      stop();
      known.current = { file };
      setState({ file });
      ask({ ask: 'guess', file });
    },
    /** Cuts the file at another mark than was guessed. */
    cutAt(separator: string) {
      const { file } = known.current;
      if (!file) return;
      setState({ file });
      ask({ ask: 'guess', file, separator });
    },
    change(layout: Layout) {
      setState((before) => ({ ...before, layout, lines: undefined }));
      sample(layout);
    },
    /** Reads all of it; `good` is called where nothing had to be left out, so that it can be sent at once. */
    readAll(good?: () => void) {
      const { file, layout } = state;
      if (!file || !layout) return;
      allGood.current = good;
      setState((before) => ({ ...before, progress: 0, problem: undefined }));
      ask({ ask: 'read', file, layout, timeZone, now_ms: nowMs() });
    },
    /** Sends what was read to an address; `done` when it is there. What is refused is said as a problem. */
    send(to: string, done: () => void) {
      sent.current = done;
      setState((before) => ({ ...before, sending: true, problem: undefined }));
      ask({ ask: 'send', to });
    },
    drop() {
      stop();
      known.current = {};
      setState({});
    },
  };
}
