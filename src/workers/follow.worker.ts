/** One stream of events for all windows of the browser: each says which chart it follows and hears of that alone. */

/** What is told of a chart: its revision, and the log entries that led to it where they are little. */
export interface News {
  readonly revision: number;
  readonly changes?: readonly unknown[];
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
let events: EventSource | undefined;
let followed = '';
let waiting: ReturnType<typeof setTimeout> | undefined;

const wanted = () => [...new Set([...followers].map(({ chart }) => chart))].sort();

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
  for (const chart of [...latest.keys()]) if (!charts.includes(chart)) latest.delete(chart);
  if (charts.length === 0) return;
  events = new EventSource(`/api/events?${query}`);
  events.onmessage = ({ data }) => {
    const { chart, ...news } = JSON.parse(data as string) as News & { chart: string };
    latest.set(chart, news.revision);
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
    const revision = latest.get(follow);
    if (revision !== undefined) port!.postMessage({ revision } satisfies News);
    later(TOGETHER_MS);
    void navigator.locks.request(window, () => {
      followers.delete(follower);
      later(TOGETHER_MS);
    });
  };
};
