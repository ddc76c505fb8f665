CREATE TABLE `erasures` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`at` text NOT NULL,
	`data` text NOT NULL,
	`hashes` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `erasures_by_owner` ON `erasures` (`owner_id`,`at`);--> statement-breakpoint
CREATE TABLE `set_aside` (
	`id` text PRIMARY KEY NOT NULL,
	`table_name` text NOT NULL,
	`why` text NOT NULL,
	`row` text NOT NULL,
	`at` text NOT NULL
);
