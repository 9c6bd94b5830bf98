import { describe, expect, it } from 'vitest';
import { titleOf } from '../../core/codebook/types.js';
import { IDS_OF_LAYER, ownLayer } from '../../core/team/layer-id.js';
import { bodyAbout } from '../../core/table/sentence-shape.js';
import { allEntries } from '../../store/ledger.js';
import { allNews } from '../../store/own-layer.js';
import { setRole } from '../../store/team/members.js';
import { insertPerson } from '../../store/team/people.js';
import { allVariables } from '../../store/variables.js';
import { provedWorkings } from '../../store/workings.js';
import type { OpenStudy } from '../context.js';
import { editVariable } from '../edit-variable.js';
import { undoEntry } from '../ledger.js';
import { readyStudy } from '../open-study.js';
import { saveTable } from '../saved-tables.js';
import { teamOf } from '../team/team.js';
import { countsOf, faultOf, serviceForTests, studyOfRows } from '../test-study.js';
import { dropWorking, keepWorking } from '../workings.js';
import { acceptOffer, offer, reviewOffer } from './offers.js';
import { share, unshare } from './shares.js';

const service = serviceForTests({ openId: null });
const team = teamOf(service);
const [ada, ben] = ['Ada', 'Ben'].map((name) =>
  insertPerson(
    team.db,
    { name, email: `${name}@example.org`, administrator: false },
    { password: null, subject: null },
  ),
) as [number, number];

/** Forty plot holders: how they like their plot, 9 where they did not say, and on which of two sites it is. */
const LINES = [
  'liking,site',
  ...Array.from({ length: 40 }, (_, k) => `${k % 10 === 9 ? 9 : 1 + (k % 4)},${'ab'[k % 2]!}`),
];

let studies = 0;
async function newStudy(): Promise<{ common: OpenStudy; mine: OpenStudy; theirs: () => Promise<OpenStudy> }> {
  studies += 1;
  const common = await studyOfRows(service, `plots ${studies}`, LINES);
  for (const person of [ada, ben]) setRole(team.db, common.id, person, 'tabulates');
  const mine = await readyStudy(service, ownLayer(common.id, ada));
  return { common, mine, theirs: () => readyStudy(service, ownLayer(common.id, ben)) };
}

const variable = (study: OpenStudy, name: string) => allVariables(study.db).find((row) => row.name === name);
const idOf = (study: OpenStudy, name: string) => variable(study, name)?.id ?? 0;

/** How many have which code: nothing, low, high, set aside. */
const respondentsOf = async (study: OpenStudy, id: number) => [
  ...(await countsOf(service, study, bodyAbout(id))).respondents,
];

const halves = (source: number) => ({
  kind: 'regroup' as const,
  source,
  level: 'ordered' as const,
  groups: [
    { code: '1', label: 'Low', from: ['1', '2'] },
    { code: '2', label: 'High', from: ['3', '4'] },
  ],
  setAside: ['9'],
});

const keepHalves = (study: OpenStudy) =>
  keepWorking(service, study, { name: 'half', label: 'Liking in halves', recipe: halves(idOf(study, 'liking')) });

const refused = (codes: readonly string[]) =>
  codes.map((code) => ({
    code,
    label: code === '9' ? 'Refused' : '',
    missing: code === '9' ? ('refused' as const) : null,
  }));

describe('an own layer', () => {
  it('has all of the study, and what is made in it is nowhere else', async () => {
    const { common, mine, theirs } = await newStudy();
    const kept = await keepHalves(mine);
    expect(kept.variable).toBeGreaterThan(ada * IDS_OF_LAYER);
    expect(await respondentsOf(mine, kept.variable)).toEqual([0, 18, 18, 4]);
    expect(variable(common, 'half')).toBeUndefined();
    expect(variable(await theirs(), 'half')).toBeUndefined();
    expect(allEntries(common.db)).toHaveLength(1);
    expect(allEntries(mine.db).map(({ kind }) => kind)).toEqual(['working']);
  });

  it('has codes of its own over the common ones, on which its workings stand', async () => {
    const { common, mine } = await newStudy();
    const kept = await keepHalves(common);
    const own = await readyStudy(service, mine.id);
    expect(variable(own, 'half')?.columnId).toBe(variable(common, 'half')?.columnId);
    await editVariable(service, own, idOf(own, 'liking'), { codes: refused(['1', '2', '3', '4', '9']) });
    expect(variable(own, 'liking')?.codes.at(-1)?.missing).toBe('refused');
    expect(variable(common, 'liking')?.codes.at(-1)?.missing ?? null).toBeNull();
    // What the common layer worked out is worked out anew here, on these codes.
    expect(variable(own, 'half')?.columnId).not.toBe(variable(common, 'half')?.columnId);
    expect(await respondentsOf(own, kept.variable)).toEqual([0, 18, 18, 4]);
  });

  it('takes over what is changed beneath it, and undoes its own alone', async () => {
    const { common, mine } = await newStudy();
    await keepHalves(mine);
    await editVariable(service, common, idOf(common, 'site'), { label: 'The site' });
    const own = await readyStudy(service, mine.id);
    expect(variable(own, 'site')?.label).toBe('The site');
    expect(variable(own, 'half')).toBeDefined();
    await undoEntry(service, own);
    expect(variable(own, 'half')).toBeUndefined();
    expect(variable(own, 'site')?.label).toBe('The site');
    expect((await faultOf(undoEntry(service, own))).kind).toBe('conflict');
  });

  it('keeps its own where both changed the same, and tells what does not fit any more', async () => {
    const { common, mine } = await newStudy();
    const kept = await keepHalves(common);
    const own = await readyStudy(service, mine.id);
    await editVariable(service, own, idOf(own, 'liking'), { label: 'How I call it' });
    await editVariable(service, common, idOf(common, 'liking'), { label: 'How all call it', question: 'How do you…?' });
    await saveTable(service, own, null, {
      title: 'Halves',
      sentence: bodyAbout(kept.variable),
      shown: { hatch: true },
    });
    const again = await readyStudy(service, mine.id);
    expect(variable(again, 'liking')).toMatchObject({ label: 'How I call it', question: 'How do you…?' });
    await dropWorking(service, common, provedWorkings(common.db)[0]?.id ?? 0);
    const after = await readyStudy(service, mine.id);
    expect(variable(after, 'half')).toBeUndefined();
    expect(allNews(after.db)[0]?.words).toContain('does not fit what is beneath it any more');
    expect(allEntries(after.db).at(-1)).toMatchObject({ leftOut: 'misfit' });
    // It comes back when what it stands on does.
    await undoEntry(service, common);
    const back = await readyStudy(service, mine.id);
    expect(allEntries(back.db).at(-1)).toMatchObject({ leftOut: null, note: '' });
  });

  it('is told when what its workings stand on is changed', async () => {
    const { common, mine } = await newStudy();
    const kept = await keepHalves(mine);
    await editVariable(service, common, idOf(common, 'liking'), { codes: refused(['1', '2', '3', '4', '9']) });
    const own = await readyStudy(service, mine.id);
    expect(allNews(own.db)[0]?.words).toContain('“Liking in halves” stands on was changed');
    expect(await respondentsOf(own, kept.variable)).toEqual([0, 18, 18, 4]);
  });
});

describe('what is shown to others', () => {
  it('comes with what it stands on, follows its owner, and goes again', async () => {
    const { mine, theirs } = await newStudy();
    const kept = await keepHalves(mine);
    const table = await saveTable(service, mine, null, {
      title: 'Halves',
      sentence: bodyAbout(kept.variable),
      shown: { hatch: true },
    });
    share(team, mine, { part: 'table', thing: table.id, shownTo: ben });
    const shown = await theirs();
    expect(variable(shown, 'half')?.id).toBe(kept.variable);
    expect(await respondentsOf(shown, kept.variable)).toEqual([0, 18, 18, 4]);
    await editVariable(service, mine, kept.variable, { label: 'In two' });
    const followed = await theirs();
    expect(titleOf(variable(followed, 'half')!)).toBe('In two');
    const [shared] = share(team, mine, { part: 'table', thing: table.id, shownTo: ben });
    unshare(team, mine, shared?.id ?? 0);
    expect(variable(await theirs(), 'half')).toBeUndefined();
  });
});

describe('what is offered to the common layer', () => {
  it('is seen with its proof before it is taken, keeps its id, and leaves the own ledger', async () => {
    const { common, mine } = await newStudy();
    const kept = await keepHalves(mine);
    const [entry] = allEntries(mine.db);
    const offered = offer(team, mine, [entry?.id ?? 0], 'For the report');
    const review = await reviewOffer(service, common, offered);
    expect(review).toMatchObject({ made: ['Liking in halves'], misfits: [], changed: [] });
    expect(review.workings).toMatchObject([{ title: 'Liking in halves', holds: true, held: null }]);
    expect(variable(common, 'half')).toBeUndefined();
    await acceptOffer(service, team, common, offered.id, { by: 'Ben', owner: 'Ada' });
    expect(variable(common, 'half')?.id).toBe(kept.variable);
    const own = await readyStudy(service, mine.id);
    expect(variable(own, 'half')).toMatchObject({ id: kept.variable, columnId: variable(common, 'half')?.columnId });
    expect(allEntries(own.db)).toEqual([]);
    // Things that are made afterwards have ids of their own layer still.
    const next = await keepWorking(service, common, {
      name: 'next',
      label: '',
      recipe: halves(idOf(common, 'liking')),
    });
    expect(next.variable).toBeLessThan(IDS_OF_LAYER);
  });

  it('is not taken where it stands on what the common layer does not have', async () => {
    const { common, mine } = await newStudy();
    const kept = await keepHalves(mine);
    const groups = [{ code: '1', label: 'All', from: ['1', '2'] }];
    const recipe = { ...halves(kept.variable), groups, setAside: [] };
    await keepWorking(service, mine, { name: 'all', label: 'All', recipe });
    const offered = offer(team, mine, [allEntries(mine.db).at(-1)?.id ?? 0], '');
    expect((await reviewOffer(service, common, offered)).misfits).not.toEqual([]);
    const names = { by: 'Ben', owner: 'Ada' };
    expect((await faultOf(acceptOffer(service, team, common, offered.id, names))).kind).toBe('conflict');
    expect(variable(common, 'all')).toBeUndefined();
  });
});
