import manifest from '../../package.json';

export const VERSION: string = manifest.version;
