DROP INDEX `visit_system`;--> statement-breakpoint
CREATE INDEX `visit_system` ON `visit` (`system_id`,`standing`,`day`,`start_minute`);