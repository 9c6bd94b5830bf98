import { byId } from '../by-id.js';
import type { Code } from '../codebook/types.js';
import type { Finding, Proof } from './proof-shape.js';
import { proveRegroup } from './regroup/prove.js';
import type { Regroup } from './regroup/shape.js';

export const SATISFACTION: Code[] = [
  { code: '1', label: 'Very satisfied', missing: null },
  { code: '2', label: 'Fairly satisfied', missing: null },
  { code: '3', label: 'Neither', missing: null },
  { code: '4', label: 'Fairly dissatisfied', missing: null },
  { code: '5', label: 'Very dissatisfied', missing: null },
  { code: '8', label: "Don't know", missing: 'dont-know' },
  { code: '9', label: 'Refused', missing: 'refused' },
];

const COUNTS = new Map([
  ['1', 566],
  ['2', 712],
  ['3', 317],
  ['4', 267],
  ['5', 172],
  ['8', 96],
  ['9', 187],
]);

export const BLANK = 18;

export const three: Regroup = {
  kind: 'regroup',
  source: 1,
  level: 'ordered',
  groups: [
    { code: '1', label: 'Satisfied', from: ['1', '2'] },
    { code: '2', label: 'Neither', from: ['3'] },
    { code: '3', label: 'Dissatisfied', from: ['4', '5'] },
  ],
  setAside: [],
};

export const prove = (recipe: Regroup) => proveRegroup(recipe, SATISFACTION, COUNTS, BLANK);

export const finding = (proof: Proof, id: Finding['id']) => byId(proof.findings, id);
