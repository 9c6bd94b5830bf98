import type { Readable } from 'node:stream';
import { columnsTold } from '../../core/notation/study/columns-told.js';
import { type NewCode, withNewCodes } from '../../core/notation/study/new-codes.js';
import { parseStudy } from '../../core/notation/parse-study.js';
import type { TextProblem } from '../../core/notation/text/problem.js';
import { allColumnCodes, allColumnRows } from '../../store/columns.js';
import type { Db } from '../../store/open.js';
import type { OpenStudy, Service } from '../context.js';
import { acceptIntake } from '../intake/accept.js';
import { receiveFile } from '../intake/receive.js';
import { change, readyStudy } from '../open-study.js';
import { binStudy } from '../studies.js';
import { faultOfText, putParsed } from './put-text.js';
import { columnsIn } from './study-text.js';

/** Data, and the text of the study that is made of them. */
export interface DataAndText {
  fileName: string;
  data: Readable;
  text: string;
  /** What the study is called; as the text says, where not given. */
  name?: string | undefined;
}

/** A study that was made of data and a text. */
export interface MadeStudy {
  study: OpenStudy;
  /** What of the text is odd. */
  remarks: TextProblem[];
  /** Codes that the data have and the text does not name; they stand behind those that it names. */
  newCodes: NewCode[];
  /** Columns of the data of which the text says nothing. */
  newColumns: string[];
}

function foundIn(db: Db) {
  const codes = allColumnCodes(db);
  return [...allColumnRows(db)].map(([id, { name }]) => ({ heading: name, codes: codes.get(id) ?? [] }));
}

/**
 * Makes a study of data and a text: the data are taken in as the text says of their columns, then all that it says is
 * put in.
 * @throws Fault naming the place in the text, or in the data; what was taken in is in the bin then
 */
export async function studyFromText(service: Service, { fileName, data, text, name }: DataAndText): Promise<MadeStudy> {
  const parsed = parseStudy(text);
  if (parsed.problems.length > 0) throw faultOfText(parsed.problems);
  const intake = await receiveFile(service, fileName, data);
  const codebook = columnsTold(parsed.study);
  const called = name ?? codebook.name ?? fileName;
  const id = await acceptIntake(service, intake.id, { name: called, subtitle: codebook.subtitle, codebook });
  const study = await readyStudy(service, id);
  const { db } = study;
  const { study: written, newCodes } = withNewCodes(parsed.study, foundIn(db));
  const head = written.head && { ...written.head, name: called };
  const all = { ...parsed, study: { ...written, ...(head ? { head } : {}) } };
  const sent = { whole: true, codings: true };
  try {
    await change(service, study, async () => {
      // Tables are called by the labels of what workings make, which are there once these are computed.
      await putParsed(service, study, { ...all, study: { ...all.study, binders: [] } }, sent);
      await putParsed(service, study, all, sent);
    });
  } catch (error) {
    await binStudy(service, study);
    throw error;
  }
  const told = new Set(parsed.study.variables.map(({ name: own, heading }) => heading ?? own));
  const newColumns = [...columnsIn(db).headings.values()].filter((heading) => !told.has(heading));
  return { study, remarks: parsed.remarks, newCodes, newColumns };
}
