import { byId } from '../core/by-id.js';
import { describe, expect, it } from 'vitest';
import { viewStudy } from './roster.js';
import { serviceForTests, studyOfRows } from './test-study.js';
import { previewWorking } from './workings.js';

const service = serviceForTests();

/** What the proof of a question says where "none of these" is ticked beside another answer. */
async function contradicted(name: string, heading: string, ids: readonly string[]): Promise<string | undefined> {
  const rows = ids.map((id, k) => `${id},${k % 2},${k % 3 === 0 ? 1 : 0},${k === 1 || k === 3 ? 1 : 0}`);
  const study = await studyOfRows(service, name, [`${heading},a,b,none`, ...rows]);
  const item = (called: string) => ({
    source: viewStudy(study).variables.find((variable) => variable.name === called)!.id,
    label: called,
    ticked: '1',
  });
  const recipe = { kind: 'gather' as const, items: [item('a'), item('b')], none: item('none') };
  const { proof } = await previewWorking(service, study, recipe);
  return byId(proof.findings, 'contradicted')?.text;
}

describe('respondents in a proof', () => {
  const identifiers = Array.from({ length: 40 }, (_, k) => `M-${k + 100}`);

  it('are called as the study calls them', async () => {
    expect(await contradicted('called', 'member_id', identifiers)).toContain('(member_id M-101, M-103)');
  });

  it('are called by their row where no variable tells them apart', async () => {
    expect(
      await contradicted(
        'plain',
        'town',
        identifiers.map(() => 'Hull'),
      ),
    ).toContain('(rows 2, 4)');
    expect(
      await contradicted(
        'shared',
        'case_id',
        identifiers.map((_, k) => `C${k % 5}`),
      ),
    ).toContain('(rows 2, 4)');
  });
});
