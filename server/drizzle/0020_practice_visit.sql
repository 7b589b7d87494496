CREATE TABLE `practice_visit` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`at_ms` integer NOT NULL,
	`seed` integer NOT NULL,
	`exam` integer NOT NULL,
	`minutes` integer NOT NULL,
	`place` text NOT NULL,
	`debrief` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `practice_visit_account` ON `practice_visit` (`account_id`,`at_ms`);