import { defineConfig } from 'drizzle-kit';

export default defineConfig({ dialect: 'sqlite', schema: ['./src/server/db/schema.ts', './src/server/db/schema-people.ts'], out: './src/server/db/migrations' });
