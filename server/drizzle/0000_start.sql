CREATE TABLE `applicator` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`capacity_l` real NOT NULL,
	`dial` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `cleaner` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`chemistry` text NOT NULL,
	`form` text NOT NULL,
	`chart` text NOT NULL,
	`dwell_min_s` integer NOT NULL,
	`dwell_max_s` integer NOT NULL,
	`allowed_constructions` text NOT NULL,
	`indoor` integer NOT NULL,
	`outdoor` integer NOT NULL,
	`rinse_needed` integer NOT NULL,
	`water_first` integer NOT NULL,
	`hazard_words` text DEFAULT '' NOT NULL,
	`pack_l` real NOT NULL,
	`pack_price` real NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `cleaner_name_unique` ON `cleaner` (`name`);--> statement-breakpoint
CREATE TABLE `coil` (
	`id` text PRIMARY KEY NOT NULL,
	`system_id` text NOT NULL,
	`role` text NOT NULL,
	`construction` text NOT NULL,
	`shape` text NOT NULL,
	`finned_height_m` real NOT NULL,
	`rows` integer NOT NULL,
	`fins_per_inch` real NOT NULL,
	`row_depth_m` real NOT NULL,
	`faces` text NOT NULL,
	`guards` text NOT NULL,
	`top_opens` integer NOT NULL,
	`maker_water_only` integer NOT NULL,
	FOREIGN KEY (`system_id`) REFERENCES `system`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `coil_system` ON `coil` (`system_id`);--> statement-breakpoint
CREATE TABLE `customer` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`phone` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE `event` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`visit_id` text NOT NULL,
	`at` text NOT NULL,
	`by` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	`received_at` text NOT NULL,
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `event_id_unique` ON `event` (`id`);--> statement-breakpoint
CREATE INDEX `event_visit` ON `event` (`visit_id`,`seq`);--> statement-breakpoint
CREATE TABLE `house_rules` (
	`id` integer PRIMARY KEY NOT NULL,
	`rules` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `meta` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `place` (
	`id` text PRIMARY KEY NOT NULL,
	`customer_id` text NOT NULL,
	`name` text NOT NULL,
	`address` text NOT NULL,
	`latitude_deg` real NOT NULL,
	`longitude_deg` real NOT NULL,
	`altitude_m` real NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `place_customer` ON `place` (`customer_id`);--> statement-breakpoint
CREATE TABLE `system` (
	`id` text PRIMARY KEY NOT NULL,
	`place_id` text NOT NULL,
	`name` text NOT NULL,
	`configuration` text NOT NULL,
	`model` text NOT NULL,
	`btuh` integer NOT NULL,
	`refrigerant` text NOT NULL,
	`made_year` integer,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`place_id`) REFERENCES `place`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `system_place` ON `system` (`place_id`);--> statement-breakpoint
CREATE TABLE `visit` (
	`id` text PRIMARY KEY NOT NULL,
	`system_id` text NOT NULL,
	`day` text NOT NULL,
	`start_minute` integer NOT NULL,
	`duration_min` integer NOT NULL,
	`purpose` text DEFAULT '' NOT NULL,
	`standing` text DEFAULT 'planned' NOT NULL,
	FOREIGN KEY (`system_id`) REFERENCES `system`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `visit_day` ON `visit` (`day`);--> statement-breakpoint
CREATE INDEX `visit_system` ON `visit` (`system_id`);--> statement-breakpoint
CREATE TABLE `visit_coil` (
	`visit_id` text NOT NULL,
	`coil_id` text NOT NULL,
	`position` integer NOT NULL,
	PRIMARY KEY(`visit_id`, `coil_id`),
	FOREIGN KEY (`visit_id`) REFERENCES `visit`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coil_id`) REFERENCES `coil`(`id`) ON UPDATE no action ON DELETE no action
);
