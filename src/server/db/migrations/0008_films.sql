CREATE TABLE `films` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`look_id` text NOT NULL,
	`type` text NOT NULL,
	`folder` text NOT NULL,
	`length` integer NOT NULL,
	`agreed_at` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `films_by_look` ON `films` (`look_id`);