import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig, passthroughImageService } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  // No picture is worked on; the address under which the framework would do so is not given (src/cli/requested.ts).
  image: { service: passthroughImageService() },
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
