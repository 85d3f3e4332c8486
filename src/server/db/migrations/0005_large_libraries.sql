CREATE TABLE "song_judgements" (
	"song_id" uuid PRIMARY KEY NOT NULL,
	"content_hash" text NOT NULL,
	"judged_with" text NOT NULL,
	"chords" integer NOT NULL,
	"shapes" text[] NOT NULL,
	"has_no_barre" boolean NOT NULL,
	"is_all_open" boolean NOT NULL
);
--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "content_hash" text;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "search_text" text;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "sort_title" text;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "sort_credit" text;--> statement-breakpoint
ALTER TABLE "songs" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "song_judgements" ADD CONSTRAINT "song_judgements_song_id_songs_id_fk" FOREIGN KEY ("song_id") REFERENCES "public"."songs"("id") ON DELETE cascade ON UPDATE no action;