/**
 * Reports functions of more lines than `max`. Those in `listed` ("file name": reason) may be longer; one that is
 * listed and no longer too long is reported too, so that the list only shrinks. A test's `describe` is a heading, and
 * not counted.
 *
 * @type {import('eslint').Rule.RuleModule}
 */
export const longFunction = {
  meta: {
    type: 'suggestion',
    schema: [
      {
        type: 'object',
        properties: { max: { type: 'integer' }, listed: { type: 'object' } },
        required: ['max', 'listed'],
        additionalProperties: false,
      },
    ],
  },
  create(context) {
    const { max, listed } = context.options[0];
    const file = context.filename.slice(context.cwd.length + 1);
    const waived = new Set(Object.keys(listed).filter((key) => key.startsWith(`${file} `)));
    const check = (node) => {
      const { parent } = node;
      if (parent.type === 'CallExpression' && /^describe\b/.test(context.sourceCode.getText(parent.callee))) return;
      const lines = node.loc.end.line - node.loc.start.line + 1;
      if (lines <= max) return;
      const name = node.id?.name ?? parent.id?.name ?? enclosing(parent);
      if (waived.delete(`${file} ${name}`)) return;
      if (`${file} ${name}` in listed) return;
      context.report({ node, message: `${name} has ${lines} lines; ${max} is the most. Take it apart.` });
    };
    return {
      FunctionDeclaration: check,
      FunctionExpression: check,
      ArrowFunctionExpression: check,
      'Program:exit'(node) {
        for (const key of waived) context.report({ node, message: `${key} is listed and is not too long any more.` });
      },
    };
  },
};

/** The name of the function around a place; what has no name goes with the one that does. */
function enclosing(node) {
  for (let at = node; at; at = at.parent) {
    const name = at.id?.name ?? at.key?.name;
    if (name) return name;
  }
  return 'anonymous';
}
