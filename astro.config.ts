import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // Host and Origin are checked by our own server, for every path alike (src/cli/guard.ts).
  security: { checkOrigin: false },
  // Inline scripts are those of the islands alone; the policy names them by hash.
  experimental: {
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data:",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ],
    },
  },
  vite: {
    build: { assetsInlineLimit: 0 },
    ssr: { external: ['better-sqlite3', 'pino'] },
  },
});
