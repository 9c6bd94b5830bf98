import { previewLinked, readLinked } from '../linked/read-linked.js';
import { existsSync } from 'node:fs';
import { Fault } from '../../core/fault.js';
import { fitNames } from '../../core/intake/fit-names.js';
import type { Layout } from '../../core/intake/layout.js';
import { plainColumns } from '../../core/intake/plain-columns.js';
import type { RunningRead, Service } from '../context.js';
import { type PlainFault, plainFault } from '../jobs/crossing.js';
import { CLOSED } from '../jobs/lane.js';
import { doneInStudy } from './done-in-study.js';
import { folderOf, partFile, rawFile, readRecord, writeRecord } from './record.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';

/** Where an intake stands. */
export interface Intake extends IntakeRecord {
  state: 'reading' | 'read' | 'failed';
  /** Share of the file that was read, and respondents so far. */
  progress: { share: number; rows: number };
}

/** Starts to read a file by its record's layout. What came of it is in the record when `done` ends. */
function begin(service: Service, record: IntakeRecord): RunningRead {
  const progress = { share: 0, rows: 0 };
  const stop = new AbortController();
  const { id, layout } = record;
  const isFound = !('decimal' in layout) || ('decimal' in record.found && layout.decimal === record.found.decimal);
  const job = {
    file: rawFile(service, record),
    layout,
    isFound,
    plain: plainColumns(record.codebook?.codebook),
    into: partFile(service, id),
  };
  const tell = (share: number, rows: number) => void Object.assign(progress, { share, rows });
  const work = async () => {
    try {
      const read =
        layout.is === 'linked'
          ? await readLinked(
              { engine: service.links.engine(layout), link: layout, signal: stop.signal },
              job.into,
              tell,
            )
          : await service.run('readIn', job, { signal: stop.signal, tell });
      await writeRecord(service, { ...(await readRecord(service, id)), read, fault: null });
    } catch (error) {
      if (stop.signal.aborted || error === CLOSED) return;
      // Discarded meanwhile: there is nothing to keep.
      if (!existsSync(folderOf(service, id))) return;
      await writeRecord(service, { ...(await readRecord(service, id)), read: null, fault: plainFault(error) });
    }
  };
  const done = work()
    .catch((error: unknown) => {
      service.log.error({ err: error, intake: id }, 'a file could not be read');
      const fault: PlainFault = {
        kind: 'invalid',
        message: 'The file could not be read: a defect of ours, which is in the log.',
        mend: 'Change how it is read, or try again.',
        place: {},
      };
      return writeRecord(service, { ...record, read: null, fault });
    })
    .catch((error: unknown) => service.log.error({ err: error, intake: id }, 'an intake could not be kept'))
    .finally(() => {
      if (service.readings.get(id) === reading) service.readings.delete(id);
    });
  const reading: RunningRead = { progress, stop, done };
  service.readings.set(id, reading);
  return reading;
}

/** Stops a reading that is under way, and waits until it has stopped. */
export async function stopReading(service: Service, id: string): Promise<void> {
  const reading = service.readings.get(id);
  if (!reading) return;
  reading.stop.abort();
  await reading.done;
}

function viewOf(service: Service, record: IntakeRecord): Intake {
  const reading = service.readings.get(record.id);
  if (reading) return { ...record, read: null, state: 'reading', progress: { ...reading.progress } };
  const progress = { share: 1, rows: record.read?.respondents ?? 0 };
  return { ...record, state: record.read ? 'read' : 'failed', progress };
}

/** An intake as it stands. One that was left half-read, by a server that ended, is read again. */
export async function findIntake(service: Service, id: string): Promise<Intake> {
  await doneInStudy(service, id);
  const record = await readRecord(service, id);
  if (!record.read && !record.fault && !service.readings.has(id)) begin(service, record);
  return viewOf(service, record);
}

/** Waits until a file was read, for so long at most, and tells where it stands then. */
export async function awaitIntake(service: Service, id: string, most = Infinity): Promise<Intake> {
  await findIntake(service, id);
  const { done } = service.readings.get(id) ?? {};
  if (done && Number.isFinite(most)) {
    let timer: NodeJS.Timeout | undefined;
    const patience = new Promise<void>((resolve) => (timer = setTimeout(resolve, most)));
    await Promise.race([done, patience]);
    clearTimeout(timer);
  } else await done;
  return findIntake(service, id);
}

/** A codebook of what a table says of its columns; null where it says nothing. */
function labelledBy(table: string, labels: ReadonlyMap<string, string>): IntakeRecord['codebook'] {
  if (labels.size === 0) return null;
  const variables = [...labels].map(([name, label]) => ({ name, label: label.slice(0, 10_000) }));
  return { fileName: table, kind: 'comments of the table', codebook: { variables }, remarks: [] };
}

/** A record whose codebook calls its variables as the columns are called. */
export function fitted(record: IntakeRecord): IntakeRecord {
  const { codebook: sent, preview } = record;
  if (!sent || !preview) return record;
  const { codebook, remarks } = fitNames(sent.codebook, preview.columns);
  return { ...record, codebook: { ...sent, codebook, remarks: [...sent.remarks, ...remarks] } };
}

/** Makes the preview of a record that is new or read in another way, and starts to read the file. */
export async function startReading(service: Service, record: IntakeRecord): Promise<void> {
  const fresh: IntakeRecord = { ...record, preview: null, read: null, fault: null };
  try {
    const { layout } = record;
    if (layout.is === 'linked') {
      const source = { engine: service.links.engine(layout), link: layout, signal: undefined };
      const { labels, ...preview } = await previewLinked(source);
      fresh.preview = preview;
      fresh.codebook ??= labelledBy(record.fileName, labels);
    } else fresh.preview = await service.run('previewFile', { file: rawFile(service, record), layout });
  } catch (error) {
    fresh.fault = plainFault(error);
  }
  const started = fitted(fresh);
  await writeRecord(service, started);
  if (!started.fault) begin(service, started);
}

/** Changes to one intake wait for each other. */
const queues = new Map<string, Promise<unknown>>();

/** Does something to an intake after all that was begun before. */
export function inTurn<T>(id: string, work: () => Promise<T>): Promise<T> {
  const before = queues.get(id) ?? Promise.resolve();
  const next = before.catch(() => undefined).then(work);
  queues.set(id, next);
  void next.catch(() => undefined).finally(() => queues.get(id) === next && queues.delete(id));
  return next;
}

/** Has a file read in another way: the preview follows at once, the columns when it was read. */
export function changeLayout(service: Service, id: string, layout: Layout, wait: number): Promise<Intake> {
  return inTurn(id, async () => {
    const record = await readRecord(service, id);
    if (record.layout.is !== layout.is) {
      throw new Fault('unsupported', `${record.fileName} is not ${layout.is}.`, 'Change the parts of its layout.', {
        field: 'is',
      });
    }
    await stopReading(service, id);
    await startReading(service, { ...(await readRecord(service, id)), layout });
    return awaitIntake(service, id, wait);
  });
}
