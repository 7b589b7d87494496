CREATE TABLE `safety_sheet` (
	`cleaner_id` text PRIMARY KEY NOT NULL,
	`mime` text NOT NULL,
	`bytes` blob NOT NULL,
	`received_at` text NOT NULL,
	FOREIGN KEY (`cleaner_id`) REFERENCES `cleaner`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `stock_item` (
	`id` text PRIMARY KEY NOT NULL,
	`cleaner_id` text NOT NULL,
	`lot` text DEFAULT '' NOT NULL,
	`expires` text,
	`size_l` real NOT NULL,
	FOREIGN KEY (`cleaner_id`) REFERENCES `cleaner`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_item_cleaner` ON `stock_item` (`cleaner_id`);--> statement-breakpoint
CREATE TABLE `stock_move` (
	`id` text PRIMARY KEY NOT NULL,
	`item_id` text,
	`cleaner_id` text NOT NULL,
	`visit_id` text,
	`litres` real NOT NULL,
	`why` text NOT NULL,
	`by` text NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `stock_item`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`cleaner_id`) REFERENCES `cleaner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_move_item` ON `stock_move` (`item_id`);--> statement-breakpoint
CREATE INDEX `stock_move_visit` ON `stock_move` (`visit_id`);--> statement-breakpoint
ALTER TABLE `cleaner` ADD `counts_against` text;--> statement-breakpoint
ALTER TABLE `cleaner` ADD `ph_low` real;--> statement-breakpoint
ALTER TABLE `cleaner` ADD `ph_high` real;--> statement-breakpoint
ALTER TABLE `cleaner` ADD `low_l` real;--> statement-breakpoint
ALTER TABLE `cleaner` ADD `assumed` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
UPDATE `applicator` SET `dial` = (SELECT json_group_array(json_object('mark', CAST(value AS text), 'waterParts', value, 'measured', NULL)) FROM json_each(`applicator`.`dial`)) WHERE `dial` <> '[]';
