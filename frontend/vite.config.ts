import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

import { oneSubset } from "./font";
import { wordsOfModules } from "./words";

export default defineConfig({
  plugins: [wordsOfModules(), react(), tailwindcss(), oneSubset()],
  resolve: {
    alias: {
      "@": new URL("./src", import.meta.url).pathname,
      "@catalogue": new URL("../src/brasko/words", import.meta.url).pathname,
    },
  },
  build: { target: "es2022", sourcemap: false, assetsInlineLimit: 0 },
  server: { fs: { allow: [".."] }, proxy: { "/api": "http://127.0.0.1:8000" } },
  test: {
    environment: "jsdom",
    // what a file leaves in the document it takes away itself (testing/stage): no worker of its own for each
    isolate: false,
    include: ["src/**/*.test.{ts,tsx}"],
    setupFiles: ["src/testing/words.ts"],
    coverage: {
      provider: "v8",
      include: ["src/**/*.{ts,tsx}"],
      exclude: ["**/*.gen.ts"],
      reporter: ["json-summary"],
    },
  },
});
