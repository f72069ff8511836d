CREATE TABLE "gauge_logs" (
	"job_id" text PRIMARY KEY NOT NULL,
	"shop_id" text NOT NULL,
	"author_id" text NOT NULL,
	"test" text NOT NULL,
	"every" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "gauge_logs" ADD CONSTRAINT "gauge_logs_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_logs" ADD CONSTRAINT "gauge_logs_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_logs" ADD CONSTRAINT "gauge_logs_author_id_people_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;