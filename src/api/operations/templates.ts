import { type DocxTemplate, DocxTemplateShape } from '../../core/report/docx-template-shape.js';
import { fileSent, type WantedFile } from '../../service/intake/file-sent.js';
import { readTemplate, setTemplate, templateOf } from '../../service/template.js';
import { nameQuery } from '../name-query.js';
import { operation } from '../operation.js';

/** What is told of a template: not its styles, which are long. */
const TemplateSchema = DocxTemplateShape.pick({ name: true, has: true, page: true }).openapi('Template');

/** What is told of a template. */
const told = (template: DocxTemplate | null) =>
  template && { name: template.name, has: template.has, page: template.page };

const TEMPLATE_WANTED: WantedFile = { unnamed: 'template.docx', mend: 'Choose a DOCX or a DOTX.' };

/** A document of one's own, whose look the documents of a study take. */
export const TEMPLATES = [
  operation({
    id: 'setTemplate',
    method: 'put',
    path: '/studies/{study}/template',
    common: true,
    summary: 'Send a DOCX whose styles, colours, fonts and page the documents of the study are to have',
    changes: true,
    query: nameQuery('file'),
    body: 'file',
    answer: TemplateSchema.nullable(),
    work: async ({ service, study, query, request }) => {
      const { name, body } = fileSent(query.file, request.body, TEMPLATE_WANTED);
      return told(await setTemplate(service, study, await readTemplate(service, name, body)));
    },
  }),
  operation({
    id: 'getTemplate',
    method: 'get',
    path: '/studies/{study}/template',
    summary: 'Whose look the documents of the study have; null: ours',
    answer: TemplateSchema.nullable(),
    work: ({ study }) => told(templateOf(study)),
  }),
  operation({
    id: 'dropTemplate',
    method: 'delete',
    path: '/studies/{study}/template',
    common: true,
    summary: 'Have the documents of the study look as ours do again',
    changes: true,
    work: ({ service, study }) => setTemplate(service, study, null),
  }),
] as const;
