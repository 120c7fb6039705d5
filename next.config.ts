import type { NextConfig } from "next";

const config: NextConfig = {
  poweredByHeader: false,
  devIndicators: false,
  // Types are checked by `npm run types`, once, for the whole project and its tests.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ["nodemailer", "smtp-server"],
  // The notices come from inside Bootstrap, not from our own styles.
  sassOptions: { quietDeps: true, silenceDeprecations: ["import", "global-builtin", "color-functions", "if-function"] },
};

export default config;
