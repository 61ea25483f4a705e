import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "../brookwind/static", emptyOutDir: true, assetsInlineLimit: 0 },
  server: { proxy: { "/api": "http://127.0.0.1:8750" } },
  test: { include: ["src/**/*.test.{ts,tsx}"], setupFiles: ["src/testing/after.ts"], isolate: false },
});
