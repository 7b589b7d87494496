CREATE TABLE `agreement` (
	`system_id` text PRIMARY KEY NOT NULL,
	`record` text NOT NULL,
	FOREIGN KEY (`system_id`) REFERENCES `system`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `clock_set` (
	`system_id` text NOT NULL,
	`kind` text NOT NULL,
	`of` text DEFAULT '' NOT NULL,
	`due` text NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`rule_id` text,
	`at` text DEFAULT '' NOT NULL,
	`by` text NOT NULL,
	PRIMARY KEY(`system_id`, `kind`, `of`),
	FOREIGN KEY (`system_id`) REFERENCES `system`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `due_clock` (
	`system_id` text NOT NULL,
	`kind` text NOT NULL,
	`of` text DEFAULT '' NOT NULL,
	`due` text NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`rule_id` text,
	`at` text DEFAULT '' NOT NULL,
	PRIMARY KEY(`system_id`, `kind`, `of`),
	FOREIGN KEY (`system_id`) REFERENCES `system`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `due_clock_kind` ON `due_clock` (`kind`,`due`);