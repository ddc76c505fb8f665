CREATE TABLE `visits` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`client_id` text,
	`title` text NOT NULL,
	`start_at` text NOT NULL,
	`length_min` integer NOT NULL,
	`uid` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`client_id`) REFERENCES `clients`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `visits_by_uid` ON `visits` (`owner_id`,`uid`);--> statement-breakpoint
CREATE INDEX `visits_by_start` ON `visits` (`owner_id`,`start_at`);