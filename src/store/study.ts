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
  /** The variable that says in which file a respondent came; null while there is one file. */
  waveVariable: number | null;
}

const COLUMNS =
  'id, name, subtitle, respondents, created, file_name AS fileName, file_sha256 AS fileSha256, revision, wave_variable AS waveVariable';

export function insertStudy(db: Db, study: Omit<StudyRow, 'revision' | 'waveVariable'>): void {
  db.prepare(
    `INSERT INTO study (id, name, subtitle, respondents, created, file_name, file_sha256)
     VALUES (@id, @name, @subtitle, @respondents, @created, @fileName, @fileSha256)`,
  ).run(study);
}

export function studyRow(db: Db): StudyRow {
  return db.prepare(`SELECT ${COLUMNS} FROM study`).get() as StudyRow;
}

export function setRespondents(db: Db, respondents: number): void {
  db.prepare('UPDATE study SET respondents = ?').run(respondents);
}

export function setWaveVariable(db: Db, variable: number): void {
  db.prepare('UPDATE study SET wave_variable = ?').run(variable);
}

export function touchStudy(db: Db): void {
  db.prepare('UPDATE study SET revision = revision + 1').run();
}
