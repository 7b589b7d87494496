CREATE TABLE `day_crew` (
	`day` text PRIMARY KEY NOT NULL,
	`crews` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `visit` ADD `window_from` integer;--> statement-breakpoint
ALTER TABLE `visit` ADD `window_to` integer;--> statement-breakpoint
ALTER TABLE `visit` ADD `crew_id` text;