import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

const server = process.env.STALE_KEYS_SERVER ?? 'http://localhost:8080';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  server: { proxy: { '/api': server } },
  build: { chunkSizeWarningLimit: 700 },
  test: { environment: 'jsdom', include: ['src/**/*.test.{ts,tsx}'] },
});
