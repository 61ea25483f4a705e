import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

// Left to itself the bundler gives every set of pages that share a module a file of its own: some fifty of them at the first
// opening. What two or more share is one file, the libraries another; what only one page needs stays with it.
const groups = [
  { name: "libraries", test: /node_modules/, minShareCount: 2 },
  { name: "shared", test: /\/src\//, minShareCount: 2 },
];

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "../brookwind/static",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rolldownOptions: { output: { codeSplitting: { groups } } },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8750" } },
  test: { include: ["src/**/*.test.{ts,tsx}"], setupFiles: ["src/testing/after.ts"], isolate: false },
});
