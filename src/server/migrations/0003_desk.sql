ALTER TABLE "productions" ADD COLUMN "strip_revision" integer;--> statement-breakpoint
ALTER TABLE "productions" ADD COLUMN "folder" text DEFAULT '' NOT NULL;