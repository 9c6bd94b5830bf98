/** Documents of a study can look as a document of one's own does. */
export const template = `
CREATE TABLE template (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  content TEXT NOT NULL CHECK (json_valid(content))
) STRICT;
`;
