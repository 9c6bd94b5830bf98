import { existsSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';

/**
 * Reports a test that bears the name of no module beside it. `count.test.ts` stands beside `count.ts`, and so does
 * `count.odd-tables.test.ts`, which tests it in one respect.
 *
 * @type {import('eslint').Rule.RuleModule}
 */
export const testBesideModule = {
  meta: { type: 'suggestion', schema: [] },
  create(context) {
    return {
      Program(node) {
        const name = basename(context.filename).replace(/\.test\.tsx?$/, '');
        const module = join(dirname(context.filename), name.split('.')[0] ?? name);
        if (['.ts', '.tsx', '.js'].some((end) => existsSync(module + end))) return;
        context.report({ node, message: `No module ${basename(module)} stands beside this test. Name it for one.` });
      },
    };
  },
};
