import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Assessment } from '../core/assess/types.js';
import { folder, hatch } from './command.fixtures.js';

describe('assess', () => {
  it('answers one request from standard input', () => {
    const { stdout, status } = hatch(['assess'], '{"counts": [[10, 20], [30, 5]], "confidence": 0.9}');
    expect(status).toBe(0);
    const answer = JSON.parse(stdout) as Assessment;
    expect(answer.tests.pearson?.statistic).toBeCloseTo(18.726190476190474, 12);
    expect(answer.measures['odds-ratio']?.value).toBeCloseTo(50 / 600, 12);
  });

  it('reads a file', () => {
    const path = join(folder, 'request.json');
    writeFileSync(path, '{"counts": [[1, 2], [3, 4]]}');
    expect(hatch(['assess', path]).status).toBe(0);
    const missing = hatch(['assess', join(folder, 'nowhere.json')]);
    expect(missing.status).toBe(2);
    expect(missing.stderr).toContain('There is no file');
  });

  it('answers one line for each, in order, problems included', () => {
    const lines = [
      '{"counts": [[1, 2], [3, 4]]}',
      '{"counts": [[1, -2], [3, 4]]}',
      'nonsense',
      '{"counts": [[5, 5], [5, 5]]}',
    ];
    const { stdout, status } = hatch(['assess', '--jsonl'], lines.join('\n'));
    expect(status).toBe(2);
    const answers = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Partial<Assessment> & { problem?: { place: object } });
    expect(answers).toHaveLength(4);
    expect(answers[0]?.base?.N).toBe(10);
    expect(answers[1]?.problem?.place).toMatchObject({ line: 2, cell: { row: 1, column: 2 } });
    expect(answers[2]?.problem?.place).toEqual({ line: 3 });
    expect(answers[3]?.base?.N).toBe(20);
  });

  it('refuses in one line on standard error, with exit code 2', () => {
    for (const input of [
      '{"counts": [[1, -2], [3, 4]]}',
      '{"counts": [[1, 2], [3]]}',
      'x',
      '{}',
      '{"counts": [[1,2],[3,4]], "confidence": 2}',
    ]) {
      const { stdout, stderr, status } = hatch(['assess'], input);
      expect([stdout, status]).toEqual(['', 2]);
      expect(stderr.trim().split('\n')).toHaveLength(1);
    }
    expect(hatch(['assess'], '{"counts": [[1, -2], [3, 4]]}').stderr).toContain('Row 1, column 2');
  });
});
