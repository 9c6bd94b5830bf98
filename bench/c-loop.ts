import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A two-way table as one would count it by hand in C, over the same values; the median of some rounds. */
const SOURCE = `
#include <stdio.h>
#include <stdint.h>
#include <stdlib.h>
#include <time.h>
static uint32_t drawn(uint32_t i, uint32_t salt, uint32_t most) {
  uint32_t x = i * 0x9e3779b1u + salt * 0x85ebca6bu;
  x = (x ^ (x >> 15)) * 0x2c1b3c6du;
  x = (x ^ (x >> 12)) * 0x297a2d39u;
  return (x >> 8) % most;
}
static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return t.tv_sec * 1e3 + t.tv_nsec / 1e6;
}
static int upwards(const void *a, const void *b) { double d = *(double *)a - *(double *)b; return d < 0 ? -1 : d > 0; }
int main(int argc, char **argv) {
  uint32_t n = atoi(argv[1]), height = atoi(argv[2]), width = atoi(argv[3]);
  uint8_t *rows = malloc(n), *columns = malloc(n);
  for (uint32_t i = 0; i < n; i++) { rows[i] = drawn(i, 1, height); columns[i] = drawn(i, 2, width); }
  int *cells = calloc(height * width, sizeof(int));
  double taken[15];
  for (int round = 0; round < 15; round++) {
    for (uint32_t c = 0; c < height * width; c++) cells[c] = 0;
    double started = now();
    for (uint32_t i = 0; i < n; i++) cells[rows[i] * width + columns[i]]++;
    taken[round] = now() - started;
  }
  qsort(taken, 15, sizeof(double), upwards);
  printf("%f", taken[7]);
  for (uint32_t c = 0; c < height * width; c++) printf(" %d", cells[c]);
}
`;

/** Milliseconds that a loop in C takes on one core, and what it counts. Null where there is no compiler. */
export function cLoop(respondents: number, height: number, width: number): { ms: number; cells: number[] } | null {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-c-'));
  try {
    writeFileSync(join(folder, 'loop.c'), SOURCE);
    execFileSync('gcc', ['-O3', '-march=native', 'loop.c', '-o', 'loop'], { cwd: folder });
    const out = execFileSync(join(folder, 'loop'), [respondents, height, width].map(String), { encoding: 'utf8' });
    const [ms = NaN, ...cells] = out.split(' ').map(Number);
    return { ms, cells };
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
    throw error;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
