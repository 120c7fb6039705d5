import path from "node:path";
import { defineConfig } from "vitest/config";

const alias = { "@": path.resolve(import.meta.dirname, "src") };

export default defineConfig({
  test: {
    projects: [
      { resolve: { alias }, test: { name: "unit", include: ["src/**/*.test.ts"], environment: "node" } },
      {
        resolve: { alias },
        test: {
          name: "e2e",
          include: ["e2e/**/*.test.ts"],
          environment: "node",
          // Each journey has a server and a browser of its own: two at once are what two cores carry.
          maxWorkers: 2,
          testTimeout: 120_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
