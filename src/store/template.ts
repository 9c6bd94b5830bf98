import { type DocxTemplate, DocxTemplateShape } from '../core/report/docx-template-shape.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** Whose look the documents of a study take; null: ours. */
export function keptTemplate(db: Db): DocxTemplate | null {
  const content = prepared(db, 'SELECT content FROM template').pluck().get() as string | undefined;
  return content === undefined ? null : fromKept(content, DocxTemplateShape, 'the template of documents');
}

/** Has the documents of a study take another look; null: ours. */
export function keepTemplate(db: Db, template: DocxTemplate | null): void {
  prepared(db, 'DELETE FROM template').run();
  if (template) prepared(db, 'INSERT INTO template (id, content) VALUES (1, ?)').run(JSON.stringify(template));
}
