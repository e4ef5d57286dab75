import { say } from '@chill/words/kit.ts';
import { useEffect, useRef, useState } from 'react';
import {
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  get,
  type Path,
  type PathValue,
  set,
  type UseFormReturn,
  useForm,
} from 'react-hook-form';
import { ApiProblem } from '../../browser/api.ts';
import { writeStored } from '../../browser/stored.ts';
import { ChangedMeanwhile } from '../../browser/together.ts';

/** A fault and the field that it is at, as the model names it. */
export interface Fault {
  field: string;
  message: string;
}

/** What is written, judged: what it comes to, or every fault in it. */
export type Judged<V> = { value: V } | { faults: readonly Fault[] };

interface Issue {
  path: PropertyKey[];
  message: string;
  /** What is wrong by each of the shapes that were allowed. */
  errors?: readonly (readonly Issue[])[];
}

/** Judges a value by one of the model's schemas. */
export function judgedBy<V>(
  schema: { safeParse(value: unknown): { success: true; data: V } | { success: false; error: { issues: readonly Issue[] } } },
  value: unknown,
): Judged<V> {
  const parsed = schema.safeParse(value);
  return parsed.success ? { value: parsed.data } : { faults: parsed.error.issues.flatMap((issue) => faultsOf(issue)) };
}

/** The faults of an issue; of a value that may have several shapes, those by the shape that it comes nearest to. */
function faultsOf({ path, message, errors = [] }: Issue, at: readonly PropertyKey[] = []): Fault[] {
  const here = [...at, ...path];
  const [nearest] = errors.toSorted((a, b) => a.length - b.length);
  return nearest?.flatMap((issue) => faultsOf(issue, here)) ?? [{ field: here.join('.'), message }];
}

/** Faults as react-hook-form keeps them, the first of each field. */
function atFields<W extends FieldValues>(faults: readonly Fault[], named: (field: string) => Path<W>): FieldErrors<W> {
  const errors: FieldErrors<W> = {};
  for (const { field, message } of faults) {
    const at = named(field);
    if (!get(errors, at)) set(errors, at, { type: 'model', message });
  }
  return errors;
}

/**
 * A form: what is written in it, as text; judged by the model, saved, and what is refused told at its field, whoever refuses it. Faults at no field
 * of the form stand at its foot (`fault('root')`).
 */
export function useWritten<W extends FieldValues, V>({
  first,
  judge,
  doubt,
  save,
  told,
  fieldOf = (path) => path,
  draft,
}: {
  /** What stands in it first. */
  first: W;
  judge: (written: W) => Judged<V>;
  /** What is odd though it may be so: asked about once, and saved when it is sent again unchanged. */
  doubt?: (written: W) => Fault | undefined;
  save: (value: V, written: W) => Promise<unknown>;
  /** A value in words, line by line: shown beside somebody else's where both have changed the same. */
  told?: (value: V) => string[];
  /** The form's field for one that the model or the server names. */
  fieldOf?: (path: string) => string;
  /** Under this key what is half written is kept in the browser until it is saved. */
  draft?: string | undefined;
}) {
  /** The form's own field for one that somebody else names; what it has no field for stands at its foot. */
  const named = (path: string, written: W): Path<W> => {
    const field = fieldOf(path);
    return (field !== '' && get(written, field) !== undefined ? field : 'root') as Path<W>;
  };
  const askedOf = useRef<string>(undefined);
  const form = useForm<W>({
    defaultValues: first as DefaultValues<W>,
    resolver: (written) => {
      const judged = judge(written);
      const doubted = 'value' in judged ? doubt?.(written) : undefined;
      const asked = doubted && askedOf.current !== doubted.message ? doubted : undefined;
      askedOf.current = doubted?.message;
      if ('value' in judged && !asked) return { values: written, errors: {} };
      const faults = asked ? [asked] : 'faults' in judged ? judged.faults : [];
      return { values: {}, errors: atFields(faults, (field) => named(field, written)) };
    },
  });
  const { watch, setValue, setError, clearErrors, formState } = form;
  useDraft(form, draft);

  const [changed, setChanged] = useState<{ theirs: V; mine: V }>();
  const refused = (error: unknown, written: W) => {
    if (!(error instanceof ApiProblem)) throw error;
    if (error instanceof ChangedMeanwhile) {
      if (!told) return setError('root' as Path<W>, { message: say('changedByOthers') });
      return setChanged({ theirs: error.theirs as V, mine: { ...error.mine, version: error.theirs.version } as V });
    }
    for (const { field, message } of error.problem.errors ?? [{ field: '', message: error.message }])
      setError(named(field, written), { message });
  };
  const submit = form.handleSubmit(async (written) => {
    setChanged(undefined);
    const judged = judge(written);
    if ('faults' in judged) return;
    await save(judged.value, written).then(
      () => draft && writeStored(draft, undefined),
      (error: unknown) => refused(error, written),
    );
  });

  return {
    register: form.register,
    /** What is written now. */
    written: watch(),
    /** Writes into some fields; what was wrong with them is no longer. */
    put: (part: Partial<W>) => {
      for (const [name, value] of Object.entries(part)) {
        setValue(name as Path<W>, value as PathValue<W, Path<W>>, { shouldDirty: true });
        clearErrors(name as Path<W>);
      }
    },
    /** True once somebody has written in a field. */
    touched: (name: Path<W>) => get(formState.dirtyFields, name) === true,
    /** What is wrong at a field. */
    fault: (name: Path<W> | 'root'): string | undefined => (get(formState.errors, name) as { message?: string } | undefined)?.message,
    /** Both sides, where somebody else has changed the same; for {@link BothSides}. `close` leaves it as theirs. */
    sides: (close: () => void) =>
      changed &&
      told && {
        theirs: told(changed.theirs),
        mine: told(changed.mine),
        saveMine: () =>
          void save(changed.mine, form.getValues()).catch((error: Error) => setError('root' as Path<W>, { message: error.message })),
        takeTheirs: () => {
          setChanged(undefined);
          close();
        },
      },
    /** What a form does when it is sent. */
    submit: (event?: React.SyntheticEvent) => void submit(event),
    busy: formState.isSubmitting,
  };
}

/** Keeps what is half written in the browser, under a key. */
function useDraft<W extends FieldValues>({ watch }: UseFormReturn<W>, draft: string | undefined): void {
  useEffect(() => {
    if (!draft) return;
    const kept = watch((written) => writeStored(draft, written));
    return () => kept.unsubscribe();
  }, [watch, draft]);
}

/** A form as its fields see it. */
export type Form<W extends FieldValues> = ReturnType<typeof useWritten<W, unknown>>;
