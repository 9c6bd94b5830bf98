import { describe, expect, it } from 'vitest';
import { REPORT_FORMAT_IDS } from '../../core/report/report-formats.js';
import { queryOf, WAYS } from './ways.js';

describe('ways to hand something over', () => {
  it('are all formats, and each is asked for as it is offered', () => {
    expect(WAYS.map(({ way }) => way)).toEqual([...REPORT_FORMAT_IDS, 'one-sheet', 'paper']);
    for (const { way, query } of WAYS) expect(queryOf(way)).toEqual(query);
  });
});
