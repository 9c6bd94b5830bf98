/** An example of a doc comment: code, and what it comes to. */
export interface DocExample {
  code: string;
  value: string;
}

/** The examples of a module's doc comments: `@example f(1) // 2`, or lines of which the last ends so. */
export function docExamples(source: string): DocExample[] {
  const comments = source.match(/\/\*\*.*?\*\//gs) ?? [];
  return comments
    .flatMap((comment) =>
      comment
        .replace(/\s*\*\/$/, '')
        .split('@example')
        .slice(1),
    )
    .map((text) => {
      const [example = ''] = text.split(/\n +\* @/);
      const lines = example.replace(/\n +\* ?/g, '\n');
      const at = lines.lastIndexOf('// ');
      return { code: lines.slice(0, at).trim(), value: lines.slice(at + 3).trim() };
    });
}
