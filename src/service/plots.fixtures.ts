import { Readable } from 'node:stream';
import { beforeEach } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { allVariables } from '../store/variables.js';
import { listCodeLists } from './code-lists.js';
import type { OpenStudy } from './context.js';
import { editEntries } from './edit-variable.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';
import { serviceForTests } from './test-study.js';

export const service = serviceForTests();

const yesNo = [
  { code: '1', label: 'Yes' },
  { code: '2', label: 'No' },
];

const codebook: CodebookFile = {
  codeLists: { yesno: yesNo },
  variables: [
    { name: 'tap', label: 'Uses the tap', codeList: 'yesno' },
    { name: 'shed', label: 'Uses the shed', codeList: 'yesno' },
    { name: 'gate', label: 'Uses the gate', codeList: 'yesno' },
    { name: 'site', label: 'Site' },
  ],
};

/** Ninety gardeners; the last two share an identifier, and two hours are the code 999. */
export function csv(): string {
  const lines = ['member_id,tap,shed,gate,site,hours,fee,empty,remark'];
  for (let k = 0; k < 90; k++) {
    const id = k === 89 ? 'M88' : `M${k}`;
    const site = ['a', 'b', 'c'][k % 3] ?? '';
    const shed = k % 10 === 0 ? 9 : 1 + (k % 2);
    const hours = k < 2 ? 999 : (k % 12) + (site === 'c' ? 0.5 : 0);
    const fee = k === 5 ? 'waived' : String((k % 40) * 1.5);
    lines.push([id, 1 + (k % 2), shed, k < 30 ? '' : 1, site, hours, fee, '', `text ${k}`].join(','));
  }
  return lines.join('\n');
}

async function take(name: string): Promise<OpenStudy> {
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(csv())]));
  return openStudy(service, await acceptIntake(service, intake.id, { name, codebook }));
}

export let study: OpenStudy;

beforeEach(async () => {
  study = await take('Plots');
});

export const variable = (name: string) => {
  const match = allVariables(study.db).find((candidate) => candidate.name === name);
  if (!match) throw new Error(`no ${name}`);
  return match;
};

export const edit = (name: string, change: Omit<Parameters<typeof editEntries>[2][number], 'variable'>) =>
  editEntries(service, study, [{ variable: variable(name).id, ...change }]);

/** All that an analyst could see of the codebook. */
export const picture = () => JSON.stringify([allVariables(study.db), listCodeLists(study)]);
