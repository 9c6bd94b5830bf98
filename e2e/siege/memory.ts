import { readFileSync } from 'node:fs';

/** Memory that a process holds, in MiB; 0 where it cannot be seen. */
export function memoryOf(pid: number | undefined): number {
  try {
    const match = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${String(pid)}/status`, 'utf8'));
    return Math.round(Number(match?.[1] ?? 0) / 1024);
  } catch {
    return 0;
  }
}
