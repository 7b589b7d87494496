import { integer } from 'drizzle-orm/sqlite-core';

/** Kept, and shown no more. */
export const archived = () => integer('archived', { mode: 'boolean' }).notNull().default(false);
