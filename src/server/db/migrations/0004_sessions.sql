CREATE TABLE "sessions" (
	"mark" text PRIMARY KEY NOT NULL,
	"made_at" timestamp with time zone NOT NULL
);
