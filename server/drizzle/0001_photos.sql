CREATE TABLE `photo` (
	`id` text PRIMARY KEY NOT NULL,
	`visit_id` text NOT NULL,
	`mime` text NOT NULL,
	`bytes` blob NOT NULL,
	`received_at` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
