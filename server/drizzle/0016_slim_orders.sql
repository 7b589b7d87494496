DROP INDEX `due_clock_kind`;--> statement-breakpoint
CREATE INDEX `due_clock_kind` ON `due_clock` (`kind`,`due`,`system_id`,`of`);--> statement-breakpoint
DROP INDEX `visit_system`;--> statement-breakpoint
CREATE INDEX `visit_system` ON `visit` (`system_id`,`standing`,`day`);