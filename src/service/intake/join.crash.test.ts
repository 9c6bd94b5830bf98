import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { studyRow } from '../../store/study.js';
import { allVariables } from '../../store/variables.js';
import { breakEverywhere, stamp, type Step, wholeStamp } from '../breaking.fixtures.js';
import { openStudy } from '../open-study.js';
import { serviceForTests, studyOfRows } from '../test-study.js';
import { keepWorking } from '../workings.js';
import { type Joining, joinStudy } from './join.js';
import { receiveFile } from './receive.js';

const service = serviceForTests();

/** A study of 60 respondents with a regroup, and a file of 40 that waits to be joined. */
async function waiting(name: string): Promise<{ id: string; receive: () => Promise<string> }> {
  const rows = Array.from({ length: 60 }, (_, k) => `${k + 1},${(k % 3) + 1},${(k % 5) + 1}`);
  const study = await studyOfRows(service, name, ['id,site,mood', ...rows]);
  const { id: source } = allVariables(study.db).find((variable) => variable.name === 'mood')!;
  const groups = [
    { code: '1', label: 'Low', from: ['1', '2'] },
    { code: '2', label: 'High', from: ['3', '4', '5'] },
  ];
  await keepWorking(service, study, {
    name: 'mood_2',
    label: 'Mood in two',
    recipe: { kind: 'regroup', source, level: 'ordered', groups, setAside: [] },
  });
  const more = Array.from({ length: 40 }, (_, k) => `${k + 101},${(k % 4) + 1},${(k % 5) + 1}`);
  const csv = ['id,site,mood', ...more].join('\n');
  const receive = async () => (await receiveFile(service, 'more.csv', Readable.from([Buffer.from(csv)]))).id;
  return { id: study.id, receive };
}

const CASES: [Step, string, Joining, number][] = [
  ['job', 'a wave', { as: 'wave' }, 100],
  ['job', 'a refresh', { as: 'refresh' }, 40],
  ['statement', 'a wave', { as: 'wave' }, 100],
  ['statement', 'a refresh', { as: 'refresh' }, 40],
];

describe('a file that is joined and breaks off', () => {
  it.each(CASES)(
    'leaves the study as it was or joined as a whole (at each %s, as %s)',
    async (step, name, joining, respondents) => {
      const { id, receive } = await waiting(`Joined as ${name} at each ${step}`);
      const study = () => openStudy(service, id);
      const before = stamp(study().db);
      const intake = await receive();
      const states: string[] = [];
      const isJoined = () => stamp(study().db) !== before;
      const times = await breakEverywhere(
        service,
        step,
        async () => {
          if (!isJoined()) await joinStudy(service, study(), intake, joining);
        },
        (where) => states.push(wholeStamp(service, study(), where)),
      );
      expect(times).toBeGreaterThan(1);
      expect(states.slice(0, -1).every((state) => state === before)).toBe(true);
      expect(studyRow(study().db).respondents).toBe(respondents);
    },
    120_000,
  );
});
