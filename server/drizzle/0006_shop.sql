CREATE TABLE `shop` (
	`id` integer PRIMARY KEY NOT NULL,
	`record` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `visit_read` (
	`visit_id` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`read` text NOT NULL,
	`cost` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `made` (
	`id` text PRIMARY KEY NOT NULL,
	`digest` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `weather_day` (
	`day` text PRIMARY KEY NOT NULL,
	`source` text NOT NULL,
	`hours` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `place` ADD `position_from` text DEFAULT 'typed' NOT NULL;
--> statement-breakpoint
ALTER TABLE `place` ADD `archived` integer DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `system` ADD `archived` integer DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `coil` ADD `archived` integer DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE `coil` ADD `name` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `visit` ADD `next_due` text;
--> statement-breakpoint
ALTER TABLE `visit` ADD `closed_as` text;
--> statement-breakpoint
ALTER TABLE `stock_item` ADD `left_l` real DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE `stock_item` ADD `moved_at` text DEFAULT '' NOT NULL;
--> statement-breakpoint
UPDATE `stock_item` SET
	`left_l` = coalesce((SELECT sum(m.`litres`) FROM `stock_move` m WHERE m.`item_id` = `stock_item`.`id`), 0),
	`moved_at` = coalesce((SELECT max(m.`at`) FROM `stock_move` m WHERE m.`item_id` = `stock_item`.`id`), '');
--> statement-breakpoint
UPDATE `place` SET `position_from` = 'unknown' WHERE `latitude_deg` = 42.2 AND `longitude_deg` = -100.6 AND `altitude_m` = 700;
--> statement-breakpoint
UPDATE `visit` SET `next_due` = (
	SELECT json_extract(e.`data`, '$.nextDue') FROM `event` e WHERE e.`visit_id` = `visit`.`id` AND e.`kind` = 'visit.closed' ORDER BY e.`at` DESC LIMIT 1
) WHERE `standing` = 'closed';
--> statement-breakpoint
DROP INDEX `visit_system`;
--> statement-breakpoint
CREATE INDEX `visit_system` ON `visit` (`system_id`,`day`);
--> statement-breakpoint
CREATE INDEX `visit_standing` ON `visit` (`standing`,`day`,`start_minute`);
--> statement-breakpoint
CREATE INDEX `stock_move_cleaner` ON `stock_move` (`cleaner_id`,`at`);
--> statement-breakpoint
CREATE VIRTUAL TABLE `place_search` USING fts5(`place_id` UNINDEXED, `words`, tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
INSERT INTO `place_search` (`place_id`, `words`)
SELECT p.`id`, p.`name` || ' ' || p.`address` || ' ' || c.`name` || ' ' || c.`phone` || ' ' || coalesce((SELECT group_concat(s.`name` || ' ' || s.`model`, ' ') FROM `system` s WHERE s.`place_id` = p.`id`), '')
FROM `place` p JOIN `customer` c ON c.`id` = p.`customer_id`;
