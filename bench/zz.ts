import { largeStudy } from './large-study.js';
export async function main() {
  const t = performance.now();
  console.log(await largeStudy('/tmp/w/big', 10_000_000), (performance.now() - t) / 1000);
}
