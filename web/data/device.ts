import { type DeviceKind, parseDeviceLine } from '@chill/core/devices/line.ts';
import { say } from '@chill/words/devices.ts';
import { spoken } from '@chill/words/subject.ts';
import { useCallback, useEffect, useState } from 'react';
import useSWR from 'swr';
import { ask } from '../browser/api.ts';

/** A device as the step sees it. */
export interface Device {
  /** False where there is none to attach: the grower types, and nothing is said of it. */
  there: boolean;
  state: 'off' | 'connecting' | 'on' | 'lost';
  name?: string;
  reading?: { value: number; steady: boolean };
  /** What went wrong, with what to do. */
  problem?: string;
  attach: () => void;
  detach: () => void;
}

/** Silence after which a device counts as gone, ms. */
const SILENT_MS = 4000;

/** A device, listened to while it is attached: for one batch, a logger for one place. Nonsense or silence falls back to typing, and says so. */
export function useDevice(kind: DeviceKind, subject: string): Device {
  const { data } = useSWR<{ kind: DeviceKind; name: string }[]>('/api/devices', ask, { revalidateOnFocus: false });
  const [wanted, setWanted] = useState(false);
  const [heard, setHeard] = useState<Pick<Device, 'state' | 'name' | 'reading' | 'problem'>>({ state: 'off' });

  useEffect(() => {
    if (!wanted) return;
    setHeard({ state: 'connecting' });
    const address = new URL(`/api/devices/${kind}?${kind === 'logger' ? 'place' : 'batch'}=${subject}`, location.href);
    address.protocol = address.protocol.replace('http', 'ws');
    const line = new WebSocket(address);
    let silent: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const lose = (problem: string) => {
      if (over) return;
      over = true;
      clearTimeout(silent);
      line.close();
      setHeard({ state: 'lost', problem });
      setWanted(false);
    };
    const wait = () => {
      clearTimeout(silent);
      silent = setTimeout(() => lose(say('goneQuiet', { kind })), SILENT_MS);
    };
    wait();
    line.onmessage = (event) => {
      wait();
      const read = parseDeviceLine(kind, String(event.data));
      if (!read.ok) return lose(spoken(read.reason));
      const { value } = read;
      if (value.kind === 'hello') setHeard((before) => ({ ...before, state: 'on', name: value.name }));
      else if (value.kind === 'complaint') setHeard((before) => ({ ...before, problem: say('says', { kind, text: value.text }) }));
      else if (value.kind === 'reading')
        setHeard(({ name }) => ({ state: 'on', ...(name && { name }), reading: { value: value.value, steady: value.steady } }));
    };
    line.onclose = () => lose(say('lineBroken', { kind }));
    return () => {
      over = true;
      clearTimeout(silent);
      line.close();
    };
  }, [wanted, kind, subject]);

  const attach = useCallback(() => setWanted(true), []);
  const detach = useCallback(() => {
    setWanted(false);
    setHeard({ state: 'off' });
  }, []);
  return { there: data?.some((one) => one.kind === kind) ?? false, ...heard, attach, detach };
}
