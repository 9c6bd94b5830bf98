import { createReadStream, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkedCodebook } from '../core/codebook/checked-codebook.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { importSheet } from '../service/code-sheet.js';
import { importCodings } from '../service/codings.js';
import type { OpenStudy, Service } from '../service/context.js';
import { acceptIntake } from '../service/intake/accept.js';
import { receiveFile } from '../service/intake/receive.js';
import { openStudy, studyFile } from '../service/open-study.js';
import { viewStudy } from '../service/roster.js';
import { saveTable } from '../service/saved-tables.js';
import { keepWorking } from '../service/workings.js';

export const DEMO_STUDY = 'fernhill-allotments';

/** Codes the comments: a code sheet and what two coders said, from the files of the demo. */
async function codeComments(service: Service, study: OpenStudy, demo: string, comment: number): Promise<void> {
  const coders = [
    { name: 'Nell', share: 1, seed: 1 },
    { name: 'Oskar', share: 0.4, seed: 2 },
  ];
  const { working } = await keepWorking(service, study, {
    name: 'comment_themes',
    label: 'Comment in themes',
    recipe: { kind: 'theme', sources: [comment], themes: [], coders },
  });
  const file = (name: string) => ({ name, body: createReadStream(join(demo, name)) });
  await importSheet(service, study, working, file('fernhill-sheet.csv'));
  await importCodings(service, study, working, file('fernhill-codings.csv'));
}

/** Takes the demo study in, as a user would, unless it is there already. */
export async function seedDemo(service: Service, demo: string): Promise<void> {
  if (existsSync(studyFile(service, DEMO_STUDY))) return;
  const name = 'fernhill-codebook.json';
  const codebook = checkedCodebook(JSON.parse(readFileSync(join(demo, name), 'utf8')), name);
  const intake = await receiveFile(service, 'fernhill.csv', createReadStream(join(demo, 'fernhill.csv')));
  await acceptIntake(service, intake.id, {
    id: DEMO_STUDY,
    name: codebook.name ?? 'Fernhill Allotments',
    subtitle: codebook.subtitle,
    codebook,
  });
  const study = openStudy(service, DEMO_STUDY);
  const idOf = (name: string) => viewStudy(study).variables.find((variable) => variable.name === name)?.id ?? -1;
  await keepWorking(service, study, {
    name: 'satisfaction_3',
    label: 'Satisfaction in three',
    recipe: {
      kind: 'regroup',
      source: idOf('satisfaction'),
      level: 'ordered',
      groups: [
        { code: '1', label: 'Satisfied', from: ['1', '2'] },
        { code: '2', label: 'Neither', from: ['3'] },
        { code: '3', label: 'Dissatisfied', from: ['4', '5'] },
      ],
      setAside: [],
    },
  });
  await codeComments(service, study, demo, idOf('comment'));
  await saveTable(service, study, null, {
    title: 'Satisfaction by site',
    sentence: bodyAbout(idOf('satisfaction'), { by: idOf('site') }),
    shown: { hatch: true },
  });
}
