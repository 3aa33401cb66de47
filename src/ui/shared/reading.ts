/** Reading a list away from the page: a file or a text, with progress and a way to stop. */
import { proxy } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { headingsOf } from '../../core/list';
import type { FormOffer, Telling, Understanding } from '../../workers/read.worker';
import { call } from './api';
import { newestOnly, readWorker, stopReading } from './composer';

export interface ReadChoices {
  readonly form: string;
  readonly roles: Readonly<Record<string, string>>;
  readonly headings: boolean | undefined;
}
export const NO_CHOICES: ReadChoices = { form: '', roles: {}, headings: undefined };

export type Progress = { readonly step: Parameters<Telling>[0]; readonly done: number } | null;

const MOST_WAITED_MS = 1_500;

/** Roles chosen earlier for a list with these headings; none where the server can't say. */
async function rolesFor(kind: string, headings: readonly string[]): Promise<Record<string, string>> {
  const query = new URLSearchParams([
    ['kind', kind],
    ...headings.map((heading) => ['heading', heading] as [string, string]),
  ]);
  // A server that is slow or away must not hold up the list.
  const late = new Promise<undefined>((resolve) => setTimeout(resolve, MOST_WAITED_MS));
  const asked = call<{ roles: Record<string, string> }>('GET', `/api/column-roles?${query}`);
  const answer = await Promise.race([asked, late]);
  return answer?.ok ? answer.value.roles : {};
}

export const keepRoles = (kind: string, headings: readonly string[], roles: Readonly<Record<string, string>>) =>
  call('PUT', '/api/column-roles', { kind, headings, roles });

/** The forms that a kind's list may come in; none until they are there. */
export function useForms(kindId: string): readonly FormOffer[] {
  const [forms, setForms] = useState<readonly FormOffer[]>([]);
  useEffect(() => {
    let wanted = true;
    const late = () => undefined;
    void readWorker()
      .forms(kindId)
      .then((found) => {
        if (wanted) setForms(found);
      }, late);
    return () => {
      wanted = false;
    };
  }, [kindId]);
  return forms;
}

interface Asked {
  readonly text: string;
  readonly choices: ReadChoices;
}
export interface Reading {
  readonly result: Understanding | null;
  readonly progress: Progress;
  /** Roles that were chosen for these headings before and are used again. */
  readonly remembered: Readonly<Record<string, string>>;
  readonly stop: () => void;
}

/** Headings that ask the server cost an address of at most this many letters. */
const MOST_HEADINGS = 40;

/** Reads what is given each time it changes; of several in a row only the newest. */
export function useReading(kindId: string, house: string, text: string, choices: ReadChoices): Reading {
  const [result, setResult] = useState<Understanding | null>(null);
  const [progress, setProgress] = useState<Progress>(null);
  const [remembered, setRemembered] = useState<Readonly<Record<string, string>>>({});
  const alive = useRef(true);
  const asked = useRef<((answer: Understanding | null) => void) | null>(null);
  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
      stopReading();
    };
  }, []);
  const ask = useMemo(
    () =>
      newestOnly(
        async ({ text, choices }: Asked): Promise<Understanding | null> => {
          if (text.trim() === '') return null;
          const tell = proxy<Telling>((step, done) => setProgress({ step, done }));
          const read = (roles: Readonly<Record<string, string>>, headings = choices.headings) => {
            const { form } = choices;
            return readWorker().understand(
              kindId,
              text,
              { form: form || undefined, roles, headings },
              house,
              tell as Telling,
            );
          };
          // A worker that is ended answers no more: stopping answers in its place.
          const stopped = new Promise<Understanding | null>((resolve) => {
            asked.current = resolve;
          });
          const whole = async (): Promise<Understanding> => {
            const first = await read(choices.roles);
            const headings = first.ok ? headingsOf(first.understood.list) : undefined;
            if (!headings || headings.length > MOST_HEADINGS || Object.keys(choices.roles).length > 0) return first;
            const roles = await rolesFor(kindId, headings);
            setRemembered(roles);
            return Object.keys(roles).length === 0 ? first : read(roles, true);
          };
          return Promise.race([whole(), stopped]);
        },
        (answer) => {
          if (!alive.current) return;
          setProgress(null);
          setResult(answer);
        },
        (error) => {
          setProgress(null);
          setResult({ ok: false, message: `The list could not be read: ${(error as Error).message}` });
        },
      ),
    [kindId, house],
  );
  useEffect(() => {
    ask({ text, choices });
  }, [ask, text, choices]);
  return {
    result,
    progress,
    remembered,
    stop: () => {
      stopReading();
      asked.current?.({
        ok: false,
        message: 'Reading was stopped. The text is still here; change it or close the dialog.',
      });
    },
  };
}
