CREATE TABLE `practice` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`at_ms` integer NOT NULL,
	`family` text NOT NULL,
	`skill` text NOT NULL,
	`seed` integer NOT NULL,
	`right` integer NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `practice_account` ON `practice` (`account_id`,`at_ms`);