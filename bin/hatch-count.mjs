#!/usr/bin/env node
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const main = new URL('../dist/cli/main.js', import.meta.url);
if (!existsSync(fileURLToPath(main))) await import('../scripts/build-cli.mjs');
await import(main.href);
