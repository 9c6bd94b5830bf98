import { useSyncExternalStore } from 'react';
import { nothingUnsent, type Unsent, waitingUnsent, watchUnsent } from './unsent.js';

/** The changes of this browser that the server does not have yet, the oldest first. */
export const useUnsent = (): readonly Unsent[] => useSyncExternalStore(watchUnsent, waitingUnsent, nothingUnsent);
