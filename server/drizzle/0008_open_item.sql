CREATE TABLE `open_item` (
	`id` text PRIMARY KEY NOT NULL,
	`system_id` text NOT NULL,
	`visit_id` text NOT NULL,
	`kind` text NOT NULL,
	`rank` text NOT NULL,
	`row` text NOT NULL,
	FOREIGN KEY (`system_id`) REFERENCES `system`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `open_item_kind` ON `open_item` (`kind`,`rank`);--> statement-breakpoint
CREATE INDEX `open_item_system` ON `open_item` (`system_id`);