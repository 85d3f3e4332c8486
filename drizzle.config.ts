import { defineConfig } from 'drizzle-kit';

// biome-ignore lint/style/noDefaultExport: drizzle-kit reads the default export
export default defineConfig({
  dialect: 'postgresql',
  schema: './src/server/db/schema.ts',
  out: './src/server/db/migrations',
});
