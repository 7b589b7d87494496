DROP INDEX `visit_standing`;--> statement-breakpoint
CREATE INDEX `visit_standing` ON `visit` (`standing`,`day`,`start_minute`,`id`);