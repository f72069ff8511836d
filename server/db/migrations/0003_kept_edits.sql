CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE TABLE "held_edits" (
	"doc" text NOT NULL,
	"edit_id" text NOT NULL,
	"revision" integer NOT NULL,
	CONSTRAINT "held_edits_doc_edit_id_pk" PRIMARY KEY("doc","edit_id")
);
--> statement-breakpoint
CREATE TABLE "kept" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "present" (
	"doc" text NOT NULL,
	"tab" text NOT NULL,
	"person_id" text NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "present_doc_tab_pk" PRIMARY KEY("doc","tab")
);
--> statement-breakpoint
CREATE TABLE "shop_revisions" (
	"shop_id" text NOT NULL,
	"number" integer NOT NULL,
	"author_id" text,
	"settings" jsonb NOT NULL,
	"edits" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "shop_revisions_shop_id_number_pk" PRIMARY KEY("shop_id","number")
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "search" text GENERATED ALWAYS AS ((summary->>'name') || ' ' || (summary->>'number') || ' ' || (summary->>'customer') || ' ' || (summary->>'vehicle')) STORED;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "head" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "sweeps" ADD COLUMN "beat_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "present" ADD CONSTRAINT "present_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shop_revisions" ADD CONSTRAINT "shop_revisions_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shop_revisions" ADD CONSTRAINT "shop_revisions_author_id_people_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jobs_by_search" ON "jobs" USING gin ("search" gin_trgm_ops);--> statement-breakpoint
INSERT INTO "held_edits" ("doc", "edit_id", "revision")
	SELECT 'job:' || "job_id", edit->>'id', min("number")
	FROM "revisions", jsonb_array_elements("edits") AS edit
	WHERE edit->>'id' IS NOT NULL
	GROUP BY 1, 2;--> statement-breakpoint
INSERT INTO "shop_revisions" ("shop_id", "number", "settings", "edits")
	SELECT "id", 1, jsonb_build_object(
		'units', "units",
		'target', coalesce(nullif("target", 'null'), '{"school": "level", "share": 0.3333333333333333}'),
		'parts', "parts"
	), '[]' FROM "shops";
