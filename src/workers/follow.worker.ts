/** One stream of events for all windows of the browser: each says which chart it follows and hears of that alone. */

/**
 * What is told of a chart: its revision, and the log entries that led to it where they are little; or what else there is of
 * it, such as who is at it.
 */
export interface News {
  readonly revision?: number;
  readonly changes?: readonly unknown[];
  readonly here?: { readonly window: string; readonly left?: true };
  /** Whoever is here may see it no more. */
  readonly gone?: true;
}
export interface FollowerSays {
  readonly follow: string;
  /** A lock that the window holds while it lives. */
  readonly window: string;
}

interface Follower {
  readonly chart: string;
  readonly port: MessagePort;
}

/** Windows that open one after another ask for one stream together, in milliseconds. */
const TOGETHER_MS = 40;
/** How soon a stream that was refused is asked for again, in milliseconds. */
const RETRY_MS = 3_000;

const followers = new Set<Follower>();
/** The revision told last of each chart, for whoever comes to it later. */
const latest = new Map<string, number>();
/** Charts that were told to be gone: they are not asked for again until another window comes to them. */
const gone = new Set<string>();
/** Who is at each chart, by window, for the same. */
const present = new Map<string, Map<string, News>>();
let events: EventSource | undefined;
let followed = '';
let waiting: ReturnType<typeof setTimeout> | undefined;

function keepPresent(chart: string, window: string, news: News): void {
  const all = present.get(chart) ?? new Map<string, News>();
  if (news.here?.left) all.delete(window);
  else all.set(window, news);
  present.set(chart, all);
}

const wanted = () => [...new Set([...followers].map(({ chart }) => chart))].filter((chart) => !gone.has(chart)).sort();

function later(ms: number): void {
  clearTimeout(waiting);
  waiting = setTimeout(reopen, ms);
}

function reopen(): void {
  const charts = wanted();
  const query = charts.map((chart) => `chart=${encodeURIComponent(chart)}`).join('&');
  if (query === followed && events?.readyState !== EventSource.CLOSED) return;
  events?.close();
  events = undefined;
  followed = query;
  for (const known of [latest, present])
    for (const chart of [...known.keys()]) if (!charts.includes(chart)) known.delete(chart);
  if (charts.length === 0) return;
  events = new EventSource(`/api/events?${query}`);
  events.onmessage = ({ data }) => {
    const { chart, ...news } = JSON.parse(data as string) as News & { chart: string };
    if (news.revision !== undefined) latest.set(chart, news.revision);
    if (news.gone) {
      gone.add(chart);
      later(TOGETHER_MS);
    }
    if (news.here) keepPresent(chart, news.here.window, news);
    for (const follower of followers) if (follower.chart === chart) follower.port.postMessage(news);
  };
  events.onerror = () => {
    // It comes back by itself, unless it was refused.
    if (events?.readyState === EventSource.CLOSED) later(RETRY_MS);
  };
}

const scope = self as unknown as { onconnect: (event: MessageEvent) => void };
scope.onconnect = ({ ports: [port] }) => {
  port!.onmessage = ({ data: { follow, window } }: MessageEvent<FollowerSays>) => {
    const follower = { chart: follow, port: port! };
    followers.add(follower);
    gone.delete(follow);
    const revision = latest.get(follow);
    if (revision !== undefined) port!.postMessage({ revision } satisfies News);
    for (const news of present.get(follow)?.values() ?? []) port!.postMessage(news);
    later(TOGETHER_MS);
    void navigator.locks.request(window, () => {
      followers.delete(follower);
      later(TOGETHER_MS);
    });
  };
};
