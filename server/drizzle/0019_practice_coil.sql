CREATE TABLE `practice_coil` (
	`id` text PRIMARY KEY NOT NULL,
	`data` text NOT NULL,
	`by` text NOT NULL,
	`made_at` text NOT NULL,
	`archived` integer NOT NULL
);
