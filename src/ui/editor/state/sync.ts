/**
 * Keeping a chart in step with the server. The view is what the server confirmed plus what is not sent yet; when
 * others changed the chart meanwhile, theirs goes first and ours is carried out again on top.
 */
import { nanoid } from 'nanoid';
import {
  advance,
  type Change,
  type Chart,
  type Clash,
  clashes,
  type Entry,
  followed,
  merged,
  type Origin,
  stacked,
  type Timeline,
} from '../../../core/chart';
import { call } from '../../shared/api';
import type { TogetherNews } from '../../together/state';
import { clashWords as words } from '../words/clash';
import { followChart } from './follow';
import { holdWindow, keepUnsent, takeLeft, type Unsent } from './outbox';

export type SaveState = 'saved' | 'saving' | 'away';
export interface SyncView {
  readonly timeline: Timeline;
  readonly save: SaveState;
  readonly unsent: number;
  readonly savedAt: Date | null;
}
interface Loaded {
  readonly id: string;
  /** Who works here, where people have accounts. */
  readonly me?: { readonly id: string } | null;
  readonly chart: Chart;
  readonly revision: number;
  readonly steps: readonly { readonly origin: Origin; readonly inverse: Change; readonly key?: string | null }[];
}
/** An entry as the server's log has it. */
interface Logged extends Entry {
  readonly revision: number;
  readonly key: string | null;
  /** The revision that whoever did it had seen; their account and name. */
  readonly base?: number | null;
  readonly of?: string | null;
  readonly by?: string | null;
}
interface Pending extends Unsent {
  /** The revision that was seen when it was made. */
  readonly base: number;
  readonly before: Timeline;
  readonly mergeAs: string | undefined;
  /** A save point is made before it. */
  readonly made: Before | undefined;
  sent: boolean;
}

/** Before what large thing a save point is made. */
export type Before = 'newer-list' | 'repair' | 'fit';

/** What was written by two at the same time, and the change that takes the words that do not stand. */
export interface TwoWrote {
  readonly text: string;
  readonly offer: { readonly label: string; readonly change: Change };
}

/** Changes of one's own that are remembered, to tell who wrote over them. */
const OWN = 50;

/** A pause in typing after which what was typed is sent. */
const QUIET_MS = 500;
/** A server that breaks down so often over one change will do so again. */
const MOST_BROKEN = 4;
const RETRY_MS = [1_000, 2_000, 5_000, 10_000] as const;

export interface Sync {
  /** Carries out a change at once. @returns what is wrong with it, or nothing */
  change(change: Change, origin?: Origin, mergeAs?: string, made?: Before): string | undefined;
  /** Sends what is left; true once the server has everything. */
  flush(): Promise<boolean>;
  stop(): void;
}

export function startSync(
  loaded: Loaded,
  show: (view: SyncView) => void,
  say: (message: string, offer?: TwoWrote['offer']) => void,
): Sync {
  const { id } = loaded;
  const client = nanoid(12);
  const empty: Pick<Timeline, 'undo' | 'redo'> = { undo: [], redo: [] };
  let confirmed: Timeline = {
    chart: loaded.chart,
    ...loaded.steps.reduce((so, step) => stacked(so, step.origin, step.inverse), empty),
  };
  let revision = loaded.revision;
  let pending: Pending[] = [];
  let timeline = confirmed;
  let save: SaveState = 'saved';
  let savedAt: Date | null = null;
  let sending: Promise<boolean> | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let failures = 0;
  /** Times in a row that the server broke down over the same change, and whether it is asked no more. */
  let broken = 0;
  let halted = false;
  let stopped = false;
  /** Whether what came confirmed is anything but our own unsent changes, in their order. */
  let othersCame = false;
  /** What was done here last, as the server has it. */
  let own: { readonly revision: number; readonly change: Change }[] = [];

  /** Whoever wrote to a field that somebody else wrote to at the same moment is told; the last one's words stand. */
  function sayClash({ change, base, by }: Logged) {
    for (const waiting of pending) {
      const [clash] = clashes(change, waiting.entry.change);
      if (clash)
        return tellClash(clash, words.wroteToo(by ?? '', clash.theirs ?? '', clash.mine ?? ''), words.takeTheirs);
    }
    const unseen = own.filter(({ revision }) => base != null && revision > base);
    for (const { change: mine } of unseen.reverse()) {
      const [clash] = clashes(change, mine);
      if (clash)
        return tellClash(clash, words.wroteOver(by ?? '', clash.theirs ?? '', clash.mine ?? ''), words.takeMine);
    }
  }
  function tellClash({ item, field, theirs, mine }: Clash, text: string, label: string) {
    const kept = label === words.takeTheirs ? theirs : mine;
    say(text, { label, change: { type: 'edit-fields', id: item, fields: { [field]: kept } } });
  }

  const tell = () => {
    // How a chart stands by itself is kept too, but it is nothing that a person did: it is not counted.
    const unsent = pending.filter(({ entry }) => entry.change.type !== 'stand').length;
    show({ timeline, save: unsent === 0 && pending.length > 0 ? 'saved' : save, unsent, savedAt });
  };
  const keep = () => {
    keepUnsent(
      id,
      client,
      pending.map(({ key, entry }) => ({ key, entry })),
    ).catch(() => say('This browser keeps no copy of unsent work; leave the page open until it says "Saved".'));
  };

  /** Carries out unsent changes again on what is confirmed now; those that fit no more are dropped and said. */
  function rebase() {
    othersCame = false;
    timeline = confirmed;
    const still: Pending[] = [];
    for (const waiting of pending) {
      const step = advance(timeline, waiting.entry);
      if (!step.ok) {
        say(`A change of yours no longer fits and was left out: ${step.problem.message}`);
        continue;
      }
      still.push({ ...waiting, before: timeline });
      timeline = step.timeline;
    }
    pending = still;
  }

  /**
   * Takes the next entry of the server's log; one of ours whose answer was lost is then sent already. Entries come by
   * several ways at once (a pull, an answer, a refusal): each is taken once, in its turn.
   */
  function confirm(logged: Logged, inOrder = false) {
    // Old letters of one word are one entry: what was fetched in its order leaves nothing out.
    if (inOrder ? logged.revision <= revision : logged.revision !== revision + 1) return;
    const theirs = loaded.me != null && logged.of !== undefined && logged.of !== loaded.me.id;
    const step = (theirs ? followed : advance)(confirmed, logged);
    if (step.ok) confirmed = step.timeline;
    revision = logged.revision;
    if (theirs) sayClash(logged);
    else own = [...own.slice(-OWN), { revision, change: logged.change }];
    if (pending[0]?.key !== logged.key) othersCame = true;
    pending = pending.filter((waiting) => waiting.key !== logged.key);
  }

  async function pull(): Promise<boolean> {
    for (;;) {
      const before = revision;
      const answer = await call<{ changes: Logged[]; more?: boolean }>(
        'GET',
        `/api/charts/${id}/changes?since=${revision}`,
      );
      if (!answer.ok) return false;
      for (const entry of answer.value.changes) confirm(entry, true);
      if (answer.value.more && revision > before) continue;
      if (othersCame) rebase();
      return true;
    }
  }

  /** Sends the first unsent change. @returns whether to go on */
  async function sendOne(): Promise<boolean> {
    const first = pending[0]!;
    first.sent = true;
    const { entry, key } = first;
    const before = first.made && { before: first.made };
    const body = { base: first.base, changes: [entry.change], origin: entry.origin, client, ...before };
    const answer = await call<{ revision: number; unchanged?: true }>('PATCH', `/api/charts/${id}/changes`, body, {
      'idempotency-key': key,
    });
    if (answer.ok) {
      savedAt = new Date();
      // It was carried out before this window began, or the chart was like that already.
      if (answer.value.unchanged || answer.value.revision <= revision) {
        const left = pending.filter((waiting) => waiting.key !== key);
        const isDouble = left.length < pending.length;
        pending = left;
        if (isDouble) rebase();
        return answer.value.revision > revision ? pull() : true;
      }
      // It was carried out earlier, and others' changes since: fetch them all in order.
      if (answer.value.revision !== revision + 1) return pull();
      confirm({ ...entry, key, revision: answer.value.revision });
      return true;
    }
    // Where nothing came that is not known here, it is the change itself that does not fit.
    if (answer.status === 409 && answer.body['revision'] !== revision) {
      // The server carries out what still fits. With what was missed this fits no more here either, and is left out.
      const missed = (answer.body as { missed?: Logged[] }).missed ?? [];
      for (const entry of missed) confirm(entry);
      if (missed.length === 0) return pull();
      rebase();
      return true;
    }
    if (answer.status === 500 && ++broken >= MOST_BROKEN) {
      halted = true;
      say(
        "The server can't carry out a change of yours. All of your work is kept in this browser; reload the page to try again.",
      );
      return false;
    }
    const refused = answer.status >= 400 && answer.status < 500 && answer.status !== 429;
    if (!refused) return false;
    pending = pending.filter((waiting) => waiting.key !== key);
    say(
      answer.status === 404
        ? 'This chart was moved to the bin; restore it on the home page to go on.'
        : `A change was not taken: ${answer.detail}`,
    );
    rebase();
    return true;
  }

  async function sendAll(): Promise<boolean> {
    while (pending.length > 0 && !stopped) {
      save = save === 'away' ? 'away' : 'saving';
      tell();
      const goesOn = await sendOne();
      keep();
      if (!goesOn) {
        save = 'away';
        if (!halted) later(RETRY_MS[Math.min(failures++, RETRY_MS.length - 1)]!);
        tell();
        return false;
      }
      failures = 0;
      broken = 0;
      save = 'saving';
    }
    save = 'saved';
    tell();
    return true;
  }

  function flush(): Promise<boolean> {
    clearTimeout(timer);
    if (halted) return Promise.resolve(false);
    sending ??= sendAll().finally(() => {
      sending = undefined;
    });
    return sending;
  }
  function later(ms: number) {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), ms);
  }

  function change(change: Change, origin: Origin = 'do', mergeAs?: string, made?: Before): string | undefined {
    const last = pending.at(-1);
    const together =
      mergeAs !== undefined && last?.mergeAs === mergeAs && !last.sent && origin === 'do'
        ? merged(last.entry.change, change)
        : undefined;
    const before = together ? last!.before : timeline;
    const entry: Entry = { change: together ?? change, origin };
    const step = advance(before, entry);
    if (!step.ok) return step.problem.message;
    const [key, base] = together ? [last!.key, last!.base] : [nanoid(), revision];
    const next: Pending = { key, entry, base, before, mergeAs, made, sent: false };
    pending = [...(together ? pending.slice(0, -1) : pending), next];
    timeline = step.timeline;
    if (save === 'saved') save = 'saving';
    keep();
    if (save !== 'away') later(mergeAs === undefined ? 0 : QUIET_MS);
    tell();
    return undefined;
  }

  tell();
  holdWindow(client);
  // What a window left that was closed before it heard the answer is in the log already: doing it again would be a step of its own.
  const logged = new Set(loaded.steps.map(({ key }) => key));
  void takeLeft(id, client)
    .then((all) => {
      const left = all.filter(({ key }) => !logged.has(key));
      if (left.length === 0) return;
      pending = [
        ...left.map(
          (unsent): Pending => ({
            ...unsent,
            base: revision,
            before: timeline,
            mergeAs: undefined,
            made: undefined,
            sent: false,
          }),
        ),
        ...pending,
      ];
      rebase();
      tell();
      void flush();
    })
    .catch(() => undefined);

  const unfollow = followChart(id, async (news) => {
    // Whoever is alone fetches none of it.
    if (loaded.me)
      void import('../../together/state').then(
        ({ hearTogether }) => hearTogether(news as TogetherNews),
        () => undefined,
      );
    const { revision: told, changes = [] } = news;
    if (told === undefined) return;
    const before = revision;
    // What was told with it is taken as it is; where something is missing before it, all is fetched.
    for (const entry of changes as Logged[]) confirm(entry);
    // Our own, told by the server before it answered, are shown already: the chart stays the value that it is.
    if (othersCame) rebase();
    await (told > revision ? sending : undefined);
    const pulled = told > revision && (await pull());
    if (pulled || revision > before) tell();
    if (save === 'away') void flush();
  });
  const back = () => void flush();
  window.addEventListener('online', back);

  return {
    change,
    flush,
    stop() {
      stopped = true;
      clearTimeout(timer);
      unfollow();
      window.removeEventListener('online', back);
    },
  };
}
