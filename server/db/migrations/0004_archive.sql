ALTER TABLE "jobs" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "jobs_by_name" ON "jobs" USING btree ("shop_id",lower("summary"->>'name'),"id");