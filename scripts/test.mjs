// npm test: installs what it needs, then type check, lint, unit, API and browser tests. Stops at the first failure.
import { existsSync } from 'node:fs';
import { build, install, run, tool } from './steps.mjs';

/** Debian's Chromium and ChromeDriver, installed where this machine lets us. */
function browser() {
  if (process.env.CHROMIUM && process.env.CHROMEDRIVER) return 0;
  if (existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver')) return 0;
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const status =
    run('apt-get', ['update'], { quiet: true, env }) ||
    run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium', 'chromium-driver'], { quiet: true, env });
  if (status !== 0) {
    process.stderr.write(
      "The browser tests need Chromium: install Debian's chromium and chromium-driver as root, " +
        'or set CHROMIUM and CHROMEDRIVER.\n',
    );
  }
  return status;
}

/** What reads files back that are handed over: LibreOffice, LaTeX, a reader of PDF; where this machine lets us. */
function readers() {
  if (['soffice', 'pdftotext', 'pdflatex'].every((program) => existsSync(`/usr/bin/${program}`))) return 0;
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const packages = [
    'libreoffice-writer-nogui',
    'libreoffice-calc-nogui',
    'libreoffice-impress-nogui',
    'poppler-utils',
    'texlive-latex-base',
  ];
  const status =
    run('apt-get', ['update'], { quiet: true, env }) ||
    run('apt-get', ['install', '-y', '--no-install-recommends', ...packages], { quiet: true, env });
  if (status !== 0)
    process.stderr.write(
      `Files that are handed over are read back by Debian's ${packages.join(', ')}: install them.\n`,
    );
  return status;
}

/** Databases that linked studies are tested with; where they cannot be installed that is left out, and it is said. */
function engines() {
  const isThere = existsSync('/usr/lib/postgresql/15/bin/postgres') && existsSync('/usr/sbin/clickhouse-server');
  if (isThere) return 0;
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const packages = ['postgresql-15', 'clickhouse-server'];
  const status =
    run('apt-get', ['update'], { quiet: true, env }) ||
    run('apt-get', ['install', '-y', '--no-install-recommends', ...packages], { quiet: true, env });
  if (status !== 0)
    process.stderr.write(`Linked studies are not tested: Debian's ${packages.join(' and ')} cannot be installed.\n`);
  return 0;
}

const STEPS = [
  ['install', install],
  ['Chromium', browser],
  ['readers of documents', readers],
  ['databases', engines],
  ['build', build],
  [
    'type check',
    () =>
      tool('tsc', ['--noEmit']) ||
      tool('astro', ['check', '--minimumSeverity', 'warning', '--minimumFailingSeverity', 'warning'], { quiet: true }),
  ],
  [
    'lint',
    () =>
      tool('eslint', ['.', '--max-warnings', '0']) ||
      run(process.execPath, ['scripts/check-styles.mjs']) ||
      tool('prettier', ['--check', '.', '--log-level', 'warn']) ||
      tool('knip', []),
  ],
  ['unit tests', () => tool('vitest', ['run'])],
  ['API and browser tests', () => tool('vitest', ['run', '--config', 'e2e/vitest.config.ts'])],
];

for (const [what, work] of STEPS) {
  process.stdout.write(`== ${what}\n`);
  const status = work();
  if (status !== 0) {
    process.stdout.write(`== ${what} failed\n`);
    process.exit(status);
  }
}
process.stdout.write('== all steps passed\n');
