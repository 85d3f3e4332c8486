CREATE TABLE "songs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"credit" text NOT NULL,
	"sounding_key" text NOT NULL,
	"shape_key" text NOT NULL,
	"capo_fret" integer NOT NULL,
	"bars" integer NOT NULL,
	"seconds" double precision,
	"revision" integer NOT NULL,
	"document" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE INDEX "songs_updated_at" ON "songs" USING btree ("updated_at");