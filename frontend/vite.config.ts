import { gzipSync } from "node:zlib";
import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import react from "@vitejs/plugin-react";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vitest/config";
import type { Plugin } from "vite";

/** Compresses what is served as text once, at build time. */
function gzipAssets(): Plugin {
  return {
    name: "gzip-assets",
    apply: "build",
    closeBundle() {
      const folder = fileURLToPath(new URL("./dist/assets/", import.meta.url));
      for (const file of readdirSync(folder).filter((name) => /\.(js|css|svg)$/.test(name))) {
        writeFileSync(`${folder}${file}.gz`, gzipSync(readFileSync(folder + file), { level: 9 }));
      }
    },
  };
}

export default defineConfig({
  plugins: [react(), tailwindcss(), gzipAssets()],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  test: { environment: "jsdom", setupFiles: ["./src/test/setup.ts"], testTimeout: 30_000 }, // a busy machine is not a failure
});
