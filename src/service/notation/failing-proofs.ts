import { titleOf } from '../../core/codebook/types.js';
import { allVariables } from '../../store/variables.js';
import { provedWorkings } from '../../store/workings.js';
import type { OpenStudy } from '../context.js';

/** A working whose proof does not hold. */
export interface FailingProof {
  /** The name of what it makes. */
  variable: string;
  title: string;
  /** What does not hold, in words. */
  why: string[];
}

/** The workings of a study whose proofs do not hold, in the order of the roster. */
export function failingProofs({ db }: OpenStudy): FailingProof[] {
  const proofs = new Map(provedWorkings(db).map(({ id, proof }) => [id, proof]));
  return allVariables(db).flatMap((variable) => {
    const proof = variable.workingId === null ? undefined : proofs.get(variable.workingId);
    if (!proof || proof.holds) return [];
    const why = proof.findings.filter(({ holds }) => !holds).map(({ title, text }) => `${title}: ${text}`);
    return [{ variable: variable.name, title: titleOf(variable), why }];
  });
}
