import client from 'prom-client';

/** What happened so far, and how long it took; nothing of what respondents answered, and no names of studies. */
export interface Metrics {
  /** A request was answered. @param operation the id of the operation, or "page" */
  answered: (operation: string, status: number, seconds: number) => void;
  /** A table was counted, or could not be. */
  counted: (seconds: number, done: boolean) => void;
  /** All figures, as Prometheus reads them (OpenMetrics). */
  text: () => Promise<string>;
}

/** Figures as they are when they are asked for. */
export interface Gauges {
  jobs: () => readonly { lane: string; waiting: number; threads: number }[];
  cacheBytes: () => number;
  intakes: () => number;
  studies: () => number;
}

const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30];

/** What kind of answer a status is: "2xx". */
const kindOf = (status: number) => `${Math.floor(status / 100)}xx`;

/** Starts counting what happens. */
export function startMetrics(gauges: Gauges): Metrics {
  const register = new client.Registry();
  register.setContentType(client.openMetricsContentType as never);
  const registers = [register];
  client.collectDefaultMetrics({ register, prefix: 'hatch_count_' });
  const requests = new client.Histogram({
    name: 'hatch_count_request_seconds',
    help: 'Seconds to answer a request, by operation and kind of status',
    labelNames: ['operation', 'status'],
    buckets: SECONDS,
    registers,
  });
  const counts = new client.Histogram({
    name: 'hatch_count_count_seconds',
    help: 'Seconds to count a table, from when it was asked for',
    labelNames: ['outcome'],
    buckets: SECONDS,
    registers,
  });
  const errors = new client.Counter({
    name: 'hatch_count_errors',
    help: 'Requests that failed in a way that they should not',
    registers,
  });
  const gauge = (name: string, help: string, value: () => number) =>
    new client.Gauge({
      name,
      help,
      registers,
      collect() {
        this.set(value());
      },
    });
  gauge('hatch_count_cache_bytes', 'Bytes of columns that all threads share', gauges.cacheBytes);
  gauge('hatch_count_intakes', 'Files that are being read', gauges.intakes);
  gauge('hatch_count_open_studies', 'Studies and layers that are open', gauges.studies);
  for (const [name, help, of] of [
    ['hatch_count_jobs_waiting', 'Jobs that wait for a thread or a process, by lane', 'waiting'],
    ['hatch_count_threads', 'Threads and processes that do jobs, by lane', 'threads'],
  ] as const) {
    new client.Gauge({
      name,
      help,
      labelNames: ['lane'],
      registers,
      collect() {
        for (const lane of gauges.jobs()) this.set({ lane: lane.lane }, lane[of]);
      },
    });
  }
  return {
    answered: (operation, status, seconds) => {
      requests.observe({ operation, status: kindOf(status) }, seconds);
      if (status === 500) errors.inc();
    },
    counted: (seconds, done) => counts.observe({ outcome: done ? 'done' : 'ended' }, seconds),
    text: () => register.metrics(),
  };
}
