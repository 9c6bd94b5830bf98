import { CHANGED, tell } from './shell/changed.js';
import type { Recipe } from '../core/recode/types.js';
import type {
  Acceptance,
  Changed,
  CodeBody,
  CodeList,
  CodeListDraft,
  Complaint,
  Declaring,
  EntryEdit,
  MissingPlan,
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
  SentenceBody,
  StudyRow,
  StudyView,
  VariableDetail,
  VariableEdit,
  WaitingIntake,
  WorkingDraft,
  WorkingPreview,
} from '../api/types.js';

/** A problem that the server told, or that kept us from reaching it. */
export class ProblemError extends Error {
  readonly mend: string;
  readonly place: ProblemBody['place'];

  constructor(problem: Pick<ProblemBody, 'detail' | 'mend' | 'place'>) {
    super(problem.detail);
    this.name = 'ProblemError';
    this.mend = problem.mend;
    this.place = problem.place;
  }
}

/** What went wrong and what to do, for the screen. */
export function problemText(error: unknown): { detail: string; mend: string } {
  if (error instanceof ProblemError) return { detail: error.message, mend: error.mend };
  return { detail: error instanceof Error ? error.message : String(error), mend: 'Try again.' };
}

/** What is asked for with a body, and changes nothing. */
const READS = /\/(preview|counts|respondents|plan|order|undo|redo|place)$/;

async function ask<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
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
  if (method !== 'GET' && path.startsWith('/studies/') && !READS.test(path)) tell(CHANGED);
  // The server's own schemas describe what comes back; it is not checked twice.
  return (response.status === 204 ? undefined : await response.json()) as T;
}

const studyPath = (study: string) => `/studies/${encodeURIComponent(study)}`;

export const client = {
  study: (study: string) => ask<StudyView>('GET', studyPath(study)),
  variable: (study: string, id: number) => ask<VariableDetail>('GET', `${studyPath(study)}/variables/${id}`),
  editVariable: (study: string, id: number, edit: VariableEdit) =>
    ask<VariableDetail>('PATCH', `${studyPath(study)}/variables/${id}`, edit),
  editEntries: (study: string, edits: readonly EntryEdit[], words?: string) =>
    ask<Changed>('PATCH', `${studyPath(study)}/codebook`, { edits, ...(words === undefined ? {} : { words }) }),
  undo: (study: string) => ask<Changed>('POST', `${studyPath(study)}/ledger/undo`),
  redo: (study: string) => ask<Changed>('POST', `${studyPath(study)}/ledger/redo`),
  ledger: (study: string) => ask<LedgerEntry[]>('GET', `${studyPath(study)}/ledger`),
  goToEntry: (study: string, entry: number) => ask<Changed>('PUT', `${studyPath(study)}/ledger/place`, { entry }),
  codeLists: (study: string) => ask<CodeList[]>('GET', `${studyPath(study)}/code-lists`),
  makeCodeList: (study: string, draft: CodeListDraft) =>
    ask<{ list: number }>('POST', `${studyPath(study)}/code-lists`, draft),
  changeCodeList: (study: string, list: number, draft: CodeListDraft) =>
    ask<Changed>('PUT', `${studyPath(study)}/code-lists/${list}`, draft),
  dropCodeList: (study: string, list: number) => ask<Changed>('DELETE', `${studyPath(study)}/code-lists/${list}`),
  orderCodes: (study: string, id: number, wanted: OrderWanted) =>
    ask<CodeBody[]>('POST', `${studyPath(study)}/variables/${id}/order`, wanted),
  planMissing: (study: string, wanted: MissingWanted) =>
    ask<MissingPlan>('POST', `${studyPath(study)}/missing/plan`, wanted),
  declareMissing: (study: string, wanted: Declaring) => ask<Changed>('POST', `${studyPath(study)}/missing`, wanted),
  respondents: (study: string, wanted: RespondentsWanted, signal?: AbortSignal) =>
    ask<Respondents>('POST', `${studyPath(study)}/respondents`, wanted, signal),
  health: (study: string) => ask<Complaint[]>('GET', `${studyPath(study)}/health`),
  counts: (study: string, sentence: SentenceBody, signal?: AbortSignal) =>
    ask<Counts>('POST', `${studyPath(study)}/counts`, sentence, signal),
  previewWorking: (study: string, recipe: Recipe, signal?: AbortSignal) =>
    ask<WorkingPreview>('POST', `${studyPath(study)}/workings/preview`, recipe, signal),
  keepWorking: (study: string, draft: WorkingDraft) => ask<KeptWorking>('POST', `${studyPath(study)}/workings`, draft),
  keepWorkings: (study: string, drafts: readonly WorkingDraft[]) =>
    ask<KeptWorking[]>('POST', `${studyPath(study)}/workings/batch`, { drafts }),
  distribution: (study: string, variable: number, ends: string, shares: readonly number[], signal?: AbortSignal) =>
    ask<Distribution>('GET', `${studyPath(study)}/variables/${variable}/distribution?ends=${ends}&shares=${shares.join(',')}`, undefined, signal), // prettier-ignore
  editWorking: (study: string, id: number, draft: WorkingDraft) =>
    ask<KeptWorking>('PUT', `${studyPath(study)}/workings/${id}`, draft),
  dropWorking: (study: string, id: number) => ask<undefined>('DELETE', `${studyPath(study)}/workings/${id}`),
  saveTable: (study: string, table: SavedTable) => ask<KeptTable>('POST', `${studyPath(study)}/tables`, table),
  replaceTable: (study: string, id: number, table: SavedTable) =>
    ask<KeptTable>('PUT', `${studyPath(study)}/tables/${id}`, table),
  dropTable: (study: string, id: number) => ask<undefined>('DELETE', `${studyPath(study)}/tables/${id}`),
  waitingIntakes: () => ask<WaitingIntake[]>('GET', '/intakes'),
  intake: (id: string) => ask<Intake>('GET', `/intakes/${id}`),
  changeLayout: (id: string, layout: Layout) => ask<Intake>('PUT', `/intakes/${id}/layout`, layout),
  attachCodebook: async (id: string, file: File) => {
    const path = `/api/v1/intakes/${id}/codebook?file=${encodeURIComponent(file.name)}`;
    const response = await fetch(path, { method: 'PUT', body: file });
    if (!response.ok) throw new ProblemError((await response.json()) as ProblemBody);
    return (await response.json()) as Intake;
  },
  compareIntake: (id: string, study: string) =>
    ask<Comparison>('GET', `/intakes/${id}/compare/${encodeURIComponent(study)}`),
  joinStudy: (id: string, study: string, joining: Joining) =>
    ask<{ study: string }>('POST', `/intakes/${id}/join/${encodeURIComponent(study)}`, joining),
  studies: () => ask<StudyRow[]>('GET', '/studies'),
  dataFile: (study: string, as: string) => `/api/v1${studyPath(study)}/data?as=${as}`,
  studyUnreadCsv: (study: string) => `/api/v1${studyPath(study)}/unread.csv`,
  removeCodebook: (id: string) => ask<Intake>('DELETE', `/intakes/${id}/codebook`),
  unreadCsv: (id: string) => `/api/v1/intakes/${id}/unread.csv`,
  discardIntake: (id: string) => ask<undefined>('DELETE', `/intakes/${id}`),
  acceptIntake: (id: string, acceptance: Acceptance) =>
    ask<{ study: string }>('POST', `/intakes/${id}/accept`, acceptance),
  tableCsv: (study: string, sentence: SentenceBody, percent: string) =>
    `/api/v1${studyPath(study)}/table.csv?percent=${percent}&sentence=${encodeURIComponent(JSON.stringify(sentence))}`,
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
