CREATE TABLE "versions" (
	"id" text PRIMARY KEY NOT NULL,
	"production_id" text NOT NULL,
	"name" text DEFAULT '' NOT NULL,
	"revision" integer NOT NULL,
	"document" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "productions" ADD COLUMN "last_save" text;--> statement-breakpoint
CREATE INDEX "versions_of_production" ON "versions" USING btree ("production_id","created_at");