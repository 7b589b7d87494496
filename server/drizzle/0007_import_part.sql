CREATE TABLE `import_part` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`job` text NOT NULL,
	`work` text NOT NULL,
	`last` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `import_part_job` ON `import_part` (`job`);