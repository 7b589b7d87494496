CREATE TABLE `notice` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`at` text NOT NULL,
	`what` text NOT NULL,
	`by` text NOT NULL,
	`device` text NOT NULL,
	`session_id` text,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `notice_account` ON `notice` (`account_id`,`at`);--> statement-breakpoint
ALTER TABLE `account` ADD `second` text;--> statement-breakpoint
ALTER TABLE `account` ADD `notices_seen_at` text;