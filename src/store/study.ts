import type { Db } from './open.js';

export interface StudyRow {
  id: string;
  name: string;
  subtitle: string;
  respondents: number;
  created: string;
  fileName: string;
  fileSha256: string;
  /** Grows with every change to the study. */
  revision: number;
}

const COLUMNS = 'id, name, subtitle, respondents, created, file_name AS fileName, file_sha256 AS fileSha256, revision';

export function insertStudy(db: Db, study: Omit<StudyRow, 'revision'>): void {
  db.prepare(
    `INSERT INTO study (id, name, subtitle, respondents, created, file_name, file_sha256)
     VALUES (@id, @name, @subtitle, @respondents, @created, @fileName, @fileSha256)`,
  ).run(study);
}

export function studyRow(db: Db): StudyRow {
  return db.prepare(`SELECT ${COLUMNS} FROM study`).get() as StudyRow;
}

export function touchStudy(db: Db): void {
  db.prepare('UPDATE study SET revision = revision + 1').run();
}
