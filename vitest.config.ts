import path from "node:path";
import { defineConfig } from "vitest/config";

const alias = { "@": path.resolve(import.meta.dirname, "src") };

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: "core",
          include: ["src/core/**/*.test.ts"],
          environment: "node",
          maxWorkers: 2,
          // The core keeps nothing that one file could leave behind for the next: it is loaded once.
          isolate: false,
          testTimeout: 60_000,
        },
      },
      {
        resolve: { alias },
        // Properties try hundreds of cases: on a busy machine they take longer than one case would.
        test: {
          name: "unit",
          include: ["src/**/*.test.ts"],
          exclude: ["src/core/**"],
          environment: "node",
          maxWorkers: 2,
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "e2e",
          include: ["e2e/**/*.test.ts"],
          environment: "node",
          // Each journey has a server and a browser of its own: two at once are what two cores carry.
          maxWorkers: 2,
          testTimeout: 300_000,
          hookTimeout: 120_000,
          // What is waited for comes at its own time, also beside other journeys.
          expect: { poll: { timeout: 30_000, interval: 50 } },
        },
      },
    ],
  },
});
