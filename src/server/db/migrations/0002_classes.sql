CREATE TABLE "classes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"value" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
