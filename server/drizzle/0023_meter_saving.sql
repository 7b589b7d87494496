CREATE TABLE `meter_saving` (
	`place_id` text PRIMARY KEY NOT NULL,
	`stamp` text NOT NULL,
	`washes` text NOT NULL,
	FOREIGN KEY (`place_id`) REFERENCES `place`(`id`) ON UPDATE no action ON DELETE no action
);
