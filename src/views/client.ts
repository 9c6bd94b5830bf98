import type { Sentence } from '../core/table/sentence.js';
import { bodyOfSentence } from '../core/table/sentence-shape.js';
import { CHANGED, tell } from './shell/changed.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import type {
  Acceptance,
  Amended,
  Amendment,
  Changed,
  CodeBody,
  CodeList,
  CodeListDraft,
  Complaint,
  Declaring,
  EntryDetail,
  EntryEdit,
  MissingPlan,
  Reach,
  ReachWanted,
  SentCodebookPlan,
  MissingWanted,
  OrderWanted,
  Respondents,
  RespondentsWanted,
  Comparison,
  Counts,
  Distribution,
  Intake,
  Joining,
  LedgerEntry,
  Layout,
  KeptTable,
  KeptWorking,
  ProblemBody,
  SavedTable,
  BinnedStudy,
  StudyEdit,
  StudyRow,
  StudyView,
  VariableDetail,
  WaitingIntake,
  WorkingDraft,
  WorkingPreview,
} from '../api/types.js';

/** A problem that the server told, or that kept us from reaching it. */
class ProblemError extends Error {
  readonly mend: string;
  readonly place: ProblemBody['place'];
  /** Somebody else changed the same meanwhile. */
  readonly stale: boolean;

  constructor(problem: Pick<ProblemBody, 'detail' | 'mend' | 'place'> & { status?: number }) {
    super(problem.detail);
    this.name = 'ProblemError';
    this.mend = problem.mend;
    this.place = problem.place;
    this.stale = problem.status === 412;
  }
}

/** What went wrong, what to do, and how to have one's own way all the same where that can be. */
export interface Trouble {
  detail: string;
  mend: string;
  again?: (() => void) | undefined;
}

/** What went wrong with a change; where somebody else changed the same, with how to make it all the same. */
export function troubleOf(error: unknown, again: () => void): Trouble {
  const isStale = error instanceof ProblemError && error.stale;
  return { ...problemText(error), ...(isStale ? { again } : {}) };
}

/** What went wrong and what to do, for the screen. */
export function problemText(error: unknown): { detail: string; mend: string } {
  if (error instanceof ProblemError) return { detail: error.message, mend: error.mend };
  return { detail: error instanceof Error ? error.message : String(error), mend: 'Try again.' };
}

/** What is asked for with a body, and changes nothing. */
const READS = /\/(preview|counts|respondents|plan|reach|order|undo|redo|place|drafts\/[^/]+)$/;
/** What takes a study to another place in its ledger. */
const MOVES = /\/ledger\/(undo|redo|place)$/;

/** The revision of each study that stands on the page: a change to what was changed since is refused, and told. */
const seen = new Map<string, number>();
const studyIn = (path: string) => /^\/studies\/([^/]+)/.exec(path)?.[1] ?? '';

/** The revision of a study that this page shows. */
export const seenRevision = (study: string): number | null => seen.get(encodeURIComponent(study)) ?? null;

/** Takes over which revision a page has seen, once a change of its own is done. */
function nowSeen(path: string, response: Response, changed: boolean): void {
  const revision = Number(/\d+/.exec(response.headers.get('etag') ?? '')?.[0] ?? NaN);
  const study = studyIn(path);
  const known = seen.get(study);
  // With another's change in between, it is the next look that shows it.
  if (changed && known !== undefined && revision === known + 1) seen.set(study, revision);
}

interface Asking {
  signal?: AbortSignal | undefined;
  /** Another revision than the page shows: that on which an editor began; null: whatever came since. */
  seen?: number | null | undefined;
}

async function ask<T>(method: string, path: string, body?: unknown, { signal, seen: wanted }: Asking = {}): Promise<T> {
  let response: Response;
  const changes = method !== 'GET' && path.startsWith('/studies/') && !READS.test(path);
  const revision = wanted === undefined ? (seen.get(studyIn(path)) ?? null) : wanted;
  const isMove = MOVES.test(path);
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      // What is let go of is let go of, though the page goes too.
      keepalive: method === 'DELETE',
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...((changes || isMove) && revision !== null ? { 'if-match': `"${revision}"` } : {}),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ProblemError({
      detail: 'The server does not answer.',
      mend: 'See that Hatch Count is still running, then try again. What you typed is kept.',
      place: {},
    });
  }
  if (!response.ok) throw new ProblemError((await response.json()) as ProblemBody);
  nowSeen(path, response, changes || isMove);
  if (changes) tell(CHANGED);
  // The server's own schemas describe what comes back; it is not checked twice.
  return (response.status === 204 ? undefined : await response.json()) as T;
}

/** Sends a file whole, with its name. */
async function sendWhole<T>(method: string, path: string, file: File): Promise<T> {
  const response = await fetch(`/api/v1${path}?file=${encodeURIComponent(file.name)}`, { method, body: file });
  if (!response.ok) throw new ProblemError((await response.json()) as ProblemBody);
  return (await response.json()) as T;
}

/** On screen a code list is changed as a whole: what is not in it any more was taken out. */
const whole = (edit: EntryEdit): EntryEdit => (edit.codes ? { ...edit, onlyThese: true } : edit);

const studyPath = (study: string) => `/studies/${encodeURIComponent(study)}`;

export const client = {
  study: async (study: string) => {
    const view = await ask<StudyView>('GET', studyPath(study));
    seen.set(encodeURIComponent(study), view.study.revision);
    return view;
  },
  variable: (study: string, id: number) => ask<VariableDetail>('GET', `${studyPath(study)}/variables/${id}`),
  editEntries: (study: string, edits: readonly EntryEdit[], words?: string, base?: number | null) =>
    ask<Changed>(
      'PATCH',
      `${studyPath(study)}/codebook`,
      { edits: edits.map(whole), ...(words === undefined ? {} : { words }) },
      { seen: base },
    ),
  drafts: (study: string) => ask<{ name: string; value: unknown }[]>('GET', `${studyPath(study)}/drafts`),
  keepDraft: (study: string, name: string, value: unknown) =>
    ask<undefined>('PUT', `${studyPath(study)}/drafts/${encodeURIComponent(name)}`, { value }),
  dropDraft: (study: string, name: string) =>
    ask<undefined>('DELETE', `${studyPath(study)}/drafts/${encodeURIComponent(name)}`),
  undo: (study: string) => ask<Changed>('POST', `${studyPath(study)}/ledger/undo`),
  redo: (study: string) => ask<Changed>('POST', `${studyPath(study)}/ledger/redo`),
  ledger: (study: string) => ask<LedgerEntry[]>('GET', `${studyPath(study)}/ledger`),
  entry: (study: string, entry: number) => ask<EntryDetail>('GET', `${studyPath(study)}/ledger/${entry}`),
  amendEntry: (study: string, entry: number, amendment: Amendment) =>
    ask<Amended>('PATCH', `${studyPath(study)}/ledger/${entry}`, amendment),
  goToEntry: (study: string, entry: number) => ask<Changed>('PUT', `${studyPath(study)}/ledger/place`, { entry }),
  codeLists: (study: string) => ask<CodeList[]>('GET', `${studyPath(study)}/code-lists`),
  makeCodeList: (study: string, draft: CodeListDraft) =>
    ask<{ list: number }>('POST', `${studyPath(study)}/code-lists`, draft),
  changeCodeList: (study: string, list: number, draft: CodeListDraft, base?: number | null) =>
    ask<Changed>('PUT', `${studyPath(study)}/code-lists/${list}`, draft, { seen: base }),
  dropCodeList: (study: string, list: number) => ask<Changed>('DELETE', `${studyPath(study)}/code-lists/${list}`),
  orderCodes: (study: string, id: number, wanted: OrderWanted) =>
    ask<CodeBody[]>('POST', `${studyPath(study)}/variables/${id}/order`, wanted),
  planCodebookFile: (study: string, file: File) =>
    sendWhole<SentCodebookPlan>('POST', `${studyPath(study)}/codebook/file`, file),
  planMissing: (study: string, wanted: MissingWanted) =>
    ask<MissingPlan>('POST', `${studyPath(study)}/missing/plan`, wanted),
  reach: (study: string, wanted: ReachWanted) => ask<Reach>('POST', `${studyPath(study)}/missing/reach`, wanted),
  declareMissing: (study: string, wanted: Declaring) => ask<Changed>('POST', `${studyPath(study)}/missing`, wanted),
  respondents: (study: string, wanted: RespondentsWanted, signal?: AbortSignal) =>
    ask<Respondents>('POST', `${studyPath(study)}/respondents`, wanted, { signal }),
  health: (study: string) => ask<Complaint[]>('GET', `${studyPath(study)}/health`),
  /** The counts of each block of a sentence. */
  counts: async (study: string, sentence: Sentence, signal?: AbortSignal): Promise<Counts[]> => {
    const path = `${studyPath(study)}/counts`;
    const counted = await ask<Counts | { blocks: Counts[] }>('POST', path, bodyOfSentence(sentence), { signal });
    return 'blocks' in counted ? counted.blocks : [counted];
  },
  previewWorking: (study: string, recipe: Recipe, signal?: AbortSignal) =>
    ask<WorkingPreview>('POST', `${studyPath(study)}/workings/preview`, recipe, { signal }),
  keepWorking: (study: string, draft: WorkingDraft) => ask<KeptWorking>('POST', `${studyPath(study)}/workings`, draft),
  keepWorkings: (study: string, drafts: readonly WorkingDraft[]) =>
    ask<KeptWorking[]>('POST', `${studyPath(study)}/workings/batch`, { drafts }),
  making: (study: string) =>
    ask<{ making: { done: number; of: number } | null }>('GET', `${studyPath(study)}/workings/progress`),
  distribution: (study: string, variable: number, ends: string, shares: readonly number[], signal?: AbortSignal) =>
    ask<Distribution>(
      'GET',
      `${studyPath(study)}/variables/${variable}/distribution?ends=${ends}&shares=${shares.join(',')}`,
      undefined,
      { signal },
    ),
  editWorking: (study: string, id: number, draft: WorkingDraft, base?: number | null) =>
    ask<KeptWorking>('PUT', `${studyPath(study)}/workings/${id}`, draft, { seen: base }),
  dropWorking: (study: string, id: number) => ask<undefined>('DELETE', `${studyPath(study)}/workings/${id}`),
  saveTable: (study: string, table: SavedTable) => ask<KeptTable>('POST', `${studyPath(study)}/tables`, table),
  replaceTable: (study: string, id: number, table: SavedTable, base?: number | null) =>
    ask<KeptTable>('PUT', `${studyPath(study)}/tables/${id}`, table, { seen: base }),
  dropTable: (study: string, id: number) => ask<undefined>('DELETE', `${studyPath(study)}/tables/${id}`),
  waitingIntakes: () => ask<WaitingIntake[]>('GET', '/intakes'),
  intake: (id: string) => ask<Intake>('GET', `/intakes/${id}`),
  changeLayout: (id: string, layout: Layout) => ask<Intake>('PUT', `/intakes/${id}/layout`, layout),
  attachCodebook: (id: string, file: File) => sendWhole<Intake>('PUT', `/intakes/${id}/codebook`, file),
  compareIntake: (id: string, study: string) =>
    ask<Comparison>('GET', `/intakes/${id}/compare/${encodeURIComponent(study)}`),
  joinStudy: (id: string, study: string, joining: Joining) =>
    ask<{ study: string }>('POST', `/intakes/${id}/join/${encodeURIComponent(study)}`, joining),
  studies: () => ask<StudyRow[]>('GET', '/studies'),
  editStudy: (study: string, edit: StudyEdit) => ask<StudyRow>('PATCH', studyPath(study), edit),
  copyStudy: (study: string) => ask<StudyRow>('POST', `${studyPath(study)}/copy`, {}),
  binStudy: (study: string) => ask<undefined>('DELETE', studyPath(study)),
  bin: () => ask<BinnedStudy[]>('GET', '/bin'),
  unbinStudy: (study: string) => ask<StudyRow>('POST', `/bin/${encodeURIComponent(study)}`),
  emptyFromBin: (study: string) => ask<undefined>('DELETE', `/bin/${encodeURIComponent(study)}`),
  backupOf: (study: string) => `/api/v1${studyPath(study)}/backup`,
  restoreStudy: (file: File) => sendWhole<StudyRow>('POST', '/backups', file),
  dataFile: (study: string, as: string) => `/api/v1${studyPath(study)}/data?as=${as}`,
  studyUnreadCsv: (study: string) => `/api/v1${studyPath(study)}/unread.csv`,
  removeCodebook: (id: string) => ask<Intake>('DELETE', `/intakes/${id}/codebook`),
  unreadCsv: (id: string) => `/api/v1/intakes/${id}/unread.csv`,
  discardIntake: (id: string) => ask<undefined>('DELETE', `/intakes/${id}`),
  acceptIntake: (id: string, acceptance: Acceptance) =>
    ask<{ study: string }>('POST', `/intakes/${id}/accept`, acceptance),
  tableCsv: (
    study: string,
    sentence: Sentence,
    {
      percent,
      order = 'list',
      last = false,
      expected,
      residuals = false,
      letters,
    }: Omit<SavedTable['shown'], 'counts' | 'hatch'>,
  ) =>
    `/api/v1${studyPath(study)}/table.csv?percent=${percent}&order=${order}&last=${last}&expected=${expected}` +
    `&residuals=${residuals}${letters ? `&letters=${letters}` : ''}` +
    `&sentence=${encodeURIComponent(JSON.stringify(bodyOfSentence(sentence)))}`,
  savedTableCsv: (study: string, id: number) => `/api/v1${studyPath(study)}/tables/${id}/csv`,
};

/** Sends a file, telling how much of it has gone (0 to 1). */
export function sendFile(
  file: File,
  progress: (share: number) => void,
): { intake: Promise<Intake>; cancel: () => void } {
  const request = new XMLHttpRequest();
  const intake = new Promise<Intake>((resolve, reject) => {
    request.open('POST', `/api/v1/intakes?file=${encodeURIComponent(file.name)}`);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = ({ loaded, total }) => progress(total > 0 ? loaded / total : 0);
    request.onload = () => {
      try {
        const body: unknown = JSON.parse(request.responseText);
        if (request.status === 201) resolve(body as Intake);
        else reject(new ProblemError(body as ProblemBody));
      } catch {
        reject(new ProblemError({ detail: 'The server gave no usable answer.', mend: 'Try again.', place: {} }));
      }
    };
    request.onerror = () =>
      reject(
        new ProblemError({
          detail: 'The server does not answer.',
          mend: 'See that Hatch Count is still running.',
          place: {},
        }),
      );
    request.onabort = () => reject(new DOMException('cancelled', 'AbortError'));
    request.send(file);
  });
  return { intake, cancel: () => request.abort() };
}
