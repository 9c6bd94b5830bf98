import { type StudySettings, StudySettingsShape } from '../core/study/settings-shape.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

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
  settings: StudySettings;
}

const COLUMNS =
  'id, name, subtitle, respondents, created, file_name AS fileName, file_sha256 AS fileSha256, revision, ' +
  'wave_variable AS waveVariable, settings';

export function insertStudy(db: Db, study: Omit<StudyRow, 'revision' | 'waveVariable' | 'settings'>): void {
  prepared(
    db,
    `INSERT INTO study (id, name, subtitle, respondents, created, file_name, file_sha256)
     VALUES (@id, @name, @subtitle, @respondents, @created, @fileName, @fileSha256)`,
  ).run(study);
}

export function studyRow(db: Db): StudyRow {
  const row = prepared(db, `SELECT ${COLUMNS} FROM study`).get() as Omit<StudyRow, 'settings'> & { settings: string };
  return { ...row, settings: fromKept(row.settings, StudySettingsShape, 'its settings') };
}

/** A study's row out of a file that may be of an older version, which has not all of it. */
export function listedRow(db: Db): StudyRow {
  const row = prepared(db, 'SELECT * FROM study').get() as Record<string, string | number | null>;
  const { id, name, subtitle, respondents, created, revision } = row as unknown as StudyRow;
  return {
    id,
    name,
    subtitle,
    respondents,
    created,
    fileName: String(row['file_name']),
    fileSha256: String(row['file_sha256']),
    revision,
    waveVariable: (row['wave_variable'] ?? null) as number | null,
    settings: fromKept(String(row['settings'] ?? '{}'), StudySettingsShape, 'its settings'),
  };
}

export const settingsOf = (db: Db): StudySettings => studyRow(db).settings;

export function setSettings(db: Db, settings: StudySettings): void {
  prepared(db, 'UPDATE study SET settings = ?').run(JSON.stringify(settings));
}

export function setStudyId(db: Db, id: string): void {
  prepared(db, 'UPDATE study SET id = ?').run(id);
}

export function nameStudy(db: Db, name: string, subtitle: string): void {
  prepared(db, 'UPDATE study SET name = ?, subtitle = ?').run(name, subtitle);
}

export function setRespondents(db: Db, respondents: number): void {
  prepared(db, 'UPDATE study SET respondents = ?').run(respondents);
}

export function setWaveVariable(db: Db, variable: number): void {
  prepared(db, 'UPDATE study SET wave_variable = ?').run(variable);
}

export function touchStudy(db: Db): void {
  prepared(db, 'UPDATE study SET revision = revision + 1').run();
}
