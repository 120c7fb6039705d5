import type { NextConfig } from "next";
import { version } from "./package.json";

const config: NextConfig = {
  poweredByHeader: false,
  devIndicators: false,
  // A worker that the browser kept has the policy of its day: with each version it is another address.
  deploymentId: `v${version.replaceAll(".", "-")}`,
  // Types are checked by `npm run types`, once, for the whole project and its tests.
  typescript: { ignoreBuildErrors: true },
  experimental: {
    // Above what a request may hold: where it is cut off before, nobody could say that it is too large.
    proxyClientMaxBodySize: "25mb",
    // What is never asked for is never loaded: a start takes a second less, and the server's memory stays small.
    preloadEntriesOnStart: false,
  },
  serverExternalPackages: ["libsql", "nodemailer", "smtp-server"],
  // The notices come from inside Bootstrap, not from our own styles.
  sassOptions: { quietDeps: true, silenceDeprecations: ["import", "global-builtin", "color-functions", "if-function"] },
};

export default config;
