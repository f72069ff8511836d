CREATE TABLE "answers" (
	"key" text PRIMARY KEY NOT NULL,
	"answers" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
