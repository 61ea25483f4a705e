import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import react from "@vitejs/plugin-react";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";

// Left to itself the bundler gives every set of pages that share a module a file of its own: some fifty of them at the first
// opening. What two or more share is one file, the libraries another; what only one page needs stays with it.
const groups = [
  { name: "libraries", test: /node_modules/, minShareCount: 2 },
  { name: "shared", test: /\/src\//, minShareCount: 2 },
];

/** The worker that keeps the pages for use without a connection, with the list of what there is to keep. */
const keeper: Plugin = {
  name: "pages-kept",
  apply: "build",
  generateBundle(_, bundle) {
    const files = [
      "/",
      "/icon.svg",
      ...Object.keys(bundle)
        .filter((f) => f.startsWith("assets/"))
        .map((f) => `/${f}`),
    ];
    const stamp = createHash("sha256").update(files.join()).digest("hex").slice(0, 12);
    const source = readFileSync(new URL("sw.template.js", import.meta.url), "utf8")
      .replace("__STAMP__", stamp)
      .replace("__FILES__", JSON.stringify(files));
    this.emitFile({ type: "asset", fileName: "sw.js", source });
  },
};

export default defineConfig({
  plugins: [react(), keeper],
  build: {
    outDir: "../brookwind/static",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rolldownOptions: { output: { codeSplitting: { groups } } },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8750" } },
  test: { include: ["src/**/*.test.{ts,tsx}"], setupFiles: ["src/testing/after.ts"], isolate: false },
});
