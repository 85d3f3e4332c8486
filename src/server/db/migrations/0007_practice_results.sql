CREATE TABLE "practice_results" (
	"id" uuid PRIMARY KEY NOT NULL,
	"song_id" uuid,
	"who" text NOT NULL,
	"drill" text NOT NULL,
	"what" text NOT NULL,
	"done_at" timestamp with time zone NOT NULL,
	"seconds" double precision NOT NULL,
	"bpm" double precision,
	"count" integer,
	"counted_by" text,
	"is_clean" boolean
);
--> statement-breakpoint
CREATE INDEX "practice_results_done_at" ON "practice_results" USING btree ("done_at");--> statement-breakpoint
CREATE INDEX "practice_results_song" ON "practice_results" USING btree ("song_id","done_at");