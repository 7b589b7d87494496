CREATE TABLE `price_book` (
	`id` integer PRIMARY KEY NOT NULL,
	`book` text NOT NULL
);
