import { longDate, shortDate, shortMonthDay } from '@chill/core/calendar/dates.ts';
import { parseComingDate, parseDate } from '@chill/core/calendar/parseDate.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';

/** A day, typed as people type days ("16 Feb", "yesterday"); what was understood is shown beside it. Empty or unreadable is ''. */
export function DateInput({
  value,
  onChange,
  today,
  ahead = false,
  ...field
}: {
  value: string;
  onChange: (date: string) => void;
  today: string;
  /** True for a day that lies ahead: without a year, the coming one is meant. */
  ahead?: boolean;
  id?: string;
  className?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
  'aria-label'?: string;
}) {
  const read = ahead ? parseComingDate : parseDate;
  const [text, setText] = useState(value ? shortDate(value, today) : '');
  // Only a day that comes from elsewhere is written over what is typed; what cannot be read yet is left to be typed on.
  const [given, setGiven] = useState(value);
  if (value !== given) {
    setGiven(value);
    const typed = read(text, today);
    if (value && (!typed.ok || typed.value !== value)) setText(shortDate(value, today));
  }
  const type = (next: string) => {
    setText(next);
    const parsed = read(next, today);
    onChange(parsed.ok ? parsed.value : '');
  };
  const parsed = read(text, today);
  return (
    <>
      <input
        {...field}
        className={field.className ?? 'written'}
        value={text}
        placeholder={shortMonthDay('02-16')}
        onChange={(event) => type(event.target.value)}
        onBlur={() => parsed.ok && setText(shortDate(parsed.value, today))}
      />
      {parsed.ok && text !== shortDate(parsed.value, today) && (
        <output className="mt-1 block text-[0.95rem] text-ink2">
          = {longDate(parsed.value)} {parsed.value.slice(0, 4) !== today.slice(0, 4) && parsed.value.slice(0, 4)}
        </output>
      )}
      {text !== '' && !parsed.ok && <span className="mt-1 block text-[0.95rem] font-semibold text-alarm">{spoken(parsed.reason)}</span>}
    </>
  );
}
