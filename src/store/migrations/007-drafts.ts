/** What is typed and not kept yet goes with the study, as each screen calls it. */
export const drafts = `
CREATE TABLE draft (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL CHECK (json_valid(value)),
  edited TEXT NOT NULL
) STRICT, WITHOUT ROWID;
`;
