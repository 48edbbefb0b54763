import { customType, doublePrecision, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { RENDER_STATUSES } from '@/core/delivery/listing';

/** Documents are checked when they are read, so the database gives them as unknown. */
const document = customType<{ data: unknown; driverData: unknown }>({ dataType: () => 'jsonb' });

const stamps = {
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
};

export const productions = pgTable('productions', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  document: document('document').notNull(),
  /** Rises by one with every save; a save names the one it was based on. */
  revision: integer('revision').notNull().default(1),
  /** Revision that the still on disk shows, if there is one. */
  stillRevision: integer('still_revision'),
  /** Revision that the strip of stills on disk shows, if there is one. */
  stripRevision: integer('strip_revision'),
  /** Folder of the desk that it lies in; empty for none. */
  folder: text('folder').notNull().default(''),
  /** Id of the save that made this revision: one whose answer was lost is known by it. */
  lastSave: text('last_save'),
  /** Since when it lies in the bin; null on the desk. */
  deletedAt: timestamp('deleted_at', { withTimezone: true }),
  ...stamps,
});

export const fonts = pgTable('fonts', {
  /** Content hash; the file is named by it. */
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  bytes: integer('bytes').notNull(),
  ...stamps,
});

export const renders = pgTable('renders', {
  id: text('id').primaryKey(),
  productionId: text('production_id').notNull(),
  /** Revision of the production that it shows. */
  revision: integer('revision').notNull(),
  /** The production as it was when the render was ordered. */
  document: document('document').notNull(),
  /** As they were ordered; read by `readRenderSettings`, as they may be of an older kind. */
  settings: jsonb('settings').$type<unknown>().notNull(),
  status: text('status', { enum: RENDER_STATUSES }).notNull().default('open'),
  /** Why it was given up, in words. */
  reason: text('reason'),
  /** Its place in the queue: the least is drawn first. */
  position: doublePrecision('position').notNull().default(0),
  ...stamps,
});

export const kits = pgTable('kits', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  document: document('document').notNull(),
  ...stamps,
});

/** What a production was: kept at each opening, and by name on demand. */
export const versions = pgTable(
  'versions',
  {
    id: text('id').primaryKey(),
    productionId: text('production_id').notNull(),
    /** Empty for one that was kept by itself. */
    name: text('name').notNull().default(''),
    revision: integer('revision').notNull(),
    document: document('document').notNull(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index('versions_of_production').on(table.productionId, table.createdAt)],
);
