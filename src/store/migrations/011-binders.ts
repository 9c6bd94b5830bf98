/** Tables stand in binders, in an order, among sections and notes. Those that were kept are in the first one. */
export const binders = `
CREATE TABLE binder (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  -- In order, as JSON; a table that no binder lists stands at the end of the first one.
  items TEXT NOT NULL CHECK (json_valid(items))
) STRICT;
INSERT INTO binder (name, items)
SELECT 'Binder', coalesce(json_group_array(json_object('is', 'table', 'table', id)), '[]')
FROM (SELECT id FROM saved_table ORDER BY id);
`;
