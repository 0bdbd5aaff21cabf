import tailwind from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwind()],
  // The host stays as the browser knows it, or the server would take its pages for somebody else's.
  server: { proxy: { "/api": { target: "http://localhost:8080", changeOrigin: false } } },
  build: { target: "es2023", assetsInlineLimit: 0 },
  // Nothing here is timed: a machine that is busy with something else is no failure.
  test: { environment: "jsdom", setupFiles: ["src/test-setup.ts"], testTimeout: 30_000 },
});
