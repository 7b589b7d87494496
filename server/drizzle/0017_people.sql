CREATE TABLE `account` (
	`id` text PRIMARY KEY NOT NULL,
	`crew_id` text,
	`name` text NOT NULL,
	`role` text NOT NULL,
	`secret` text,
	`code_until` text,
	`active` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `session` (
	`id` text PRIMARY KEY NOT NULL,
	`token_hash` text NOT NULL,
	`account_id` text NOT NULL,
	`device` text NOT NULL,
	`since` text NOT NULL,
	`last_at` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `account`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `session_token_hash_unique` ON `session` (`token_hash`);--> statement-breakpoint
CREATE INDEX `session_account` ON `session` (`account_id`);