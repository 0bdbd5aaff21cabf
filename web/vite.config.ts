import tailwind from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwind()],
  server: { proxy: { "/api": "http://localhost:8080" } },
  build: { target: "es2023", assetsInlineLimit: 0 },
  test: { environment: "jsdom", setupFiles: ["src/test-setup.ts"] },
});
