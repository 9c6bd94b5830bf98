/**
 * An entry of the ledger knows when it was last made, taken back or changed, as a revision of the study, so that a
 * change that was begun before is told; it can be left out in the middle, by choice or because it no longer fits. A
 * working can stand in for its source.
 */
export const ledger = `
ALTER TABLE ledger_entry ADD COLUMN revision INTEGER NOT NULL DEFAULT 0;
ALTER TABLE ledger_entry ADD COLUMN left_out TEXT CHECK (left_out IN ('chosen', 'misfit'));
-- Why it is left out, or what of it no longer fits.
ALTER TABLE ledger_entry ADD COLUMN note TEXT NOT NULL DEFAULT '';
-- What follows it in the place of its source; NULL: it stands beside its source.
ALTER TABLE working ADD COLUMN stands_in TEXT CHECK (stands_in IS NULL OR json_valid(stands_in));
`;
