import { noFacts } from '../../core/codebook/facts.js';
import { understand } from '../../core/codebook/understand.js';
import type { ReadColumn } from '../../core/intake/read-in-shape.js';
import { blankLinked, columnCodes, columnRow, insertColumn } from '../../store/columns.js';
import { insertLinkedColumn, linkedColumn, linkOf, setLink } from '../../store/links.js';
import { closeForMove, copyStudyFile, type Db, openStudyFile, readStudyFile } from '../../store/open.js';
import { insertSourceFile } from '../../store/source-files.js';
import type { Joined, JoinJob } from '../worker/join-job.js';

function copyColumn(part: Db, into: Db, id: number): number {
  const { origin, name, storage, width, blank, histogram } = columnRow(part, id);
  const copy = insertColumn(into, { origin, name, storage, width, blank, histogram }, columnCodes(part, id));
  insertLinkedColumn(into, copy, linkedColumn(part, id));
  return copy;
}

/**
 * Writes a copy of a linked study in which its table is as it was looked at last: its columns are those of now. The
 * codebook is not touched.
 * @param read what was understood of the table
 */
export function joinLinked(job: JoinJob, read: readonly ReadColumn[]): Joined {
  copyStudyFile(job.study, job.into);
  const db = openStudyFile(job.into);
  const part = readStudyFile(job.part);
  try {
    const joined = db.transaction(() => {
      const link = linkOf(part);
      if (!link) throw new Error('what was looked at is no linked table');
      setLink(db, link);
      insertSourceFile(db, job.file);
      return job.columns.map(({ name, fresh }): Joined[number] => {
        const understood = read.find((column) => column.columnId === fresh);
        if (fresh !== null && understood)
          return { id: copyColumn(part, db, fresh), storage: understood.storage, understood };
        // The table has it no more: nobody has a value there.
        const blank = job.respondents.fresh;
        const storage = 'coded8';
        const id = insertColumn(db, { origin: 'source', name, storage, width: 1, blank, histogram: null }, []);
        insertLinkedColumn(db, id, blankLinked(storage));
        return { id, storage, understood: understand(noFacts(), [], blank) };
      });
    })();
    closeForMove(db);
    return joined;
  } catch (error) {
    db.close();
    throw error;
  } finally {
    part.close();
  }
}
