CREATE TABLE `drills` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`data` text NOT NULL,
	`rev` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `drills_by_owner` ON `drills` (`owner_id`);--> statement-breakpoint
CREATE TABLE `retired_drills` (
	`owner_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`owner_id`, `drill_id`),
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `templates` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`name` text NOT NULL,
	`data` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `templates_by_owner` ON `templates` (`owner_id`,`name`);--> statement-breakpoint
ALTER TABLE `revisions` ADD `label` text;