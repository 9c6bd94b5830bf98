import { benchCounting } from './counting.js';
import { benchStatistics } from './statistics.js';

/** Speed, as ratios against a baseline in the same run. Fails where what was asked for is not reached. */
export async function bench(): Promise<void> {
  benchStatistics();
  await benchCounting();
}
