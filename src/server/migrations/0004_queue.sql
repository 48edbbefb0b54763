ALTER TABLE "renders" ADD COLUMN "reason" text;--> statement-breakpoint
ALTER TABLE "renders" ADD COLUMN "position" double precision DEFAULT 0 NOT NULL;