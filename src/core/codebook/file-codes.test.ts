import { expect, it } from 'vitest';
import { fileCodes } from './file-codes.js';

const agree = [{ code: '1', label: 'Agree' }];
const own = [{ code: '1', label: 'Yes' }];
const file = { codeLists: { agree } };

it('gives a variable its own codes before those of a list, and none where it has neither', () => {
  expect(fileCodes({ codes: own, codeList: 'agree' }, file)).toBe(own);
  expect(fileCodes({ codes: [], codeList: 'agree' }, file)).toEqual([]);
  expect(fileCodes({ codeList: 'agree' }, file)).toBe(agree);
  expect(fileCodes({ codeList: 'absent' }, file)).toEqual([]);
  expect(fileCodes({ codeList: 'agree' }, {})).toEqual([]);
  expect(fileCodes({}, file)).toEqual([]);
});
