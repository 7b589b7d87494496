CREATE TABLE `meter` (
	`place_id` text PRIMARY KEY NOT NULL,
	`record` text NOT NULL,
	FOREIGN KEY (`place_id`) REFERENCES `place`(`id`) ON UPDATE no action ON DELETE no action
);
