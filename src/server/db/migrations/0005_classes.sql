CREATE TABLE `class_runs` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`class_id` text NOT NULL,
	`data` text NOT NULL,
	`rev` integer NOT NULL,
	`writer` text,
	`writer_n` integer DEFAULT 0 NOT NULL,
	`writer_from` integer DEFAULT 0 NOT NULL,
	`shape` integer DEFAULT 1 NOT NULL,
	`started_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`ended_at` text,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`class_id`) REFERENCES `classes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `class_runs_by_class` ON `class_runs` (`class_id`,`started_at`);--> statement-breakpoint
CREATE TABLE `classes` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`data` text NOT NULL,
	`rev` integer NOT NULL,
	`writer` text,
	`writer_n` integer DEFAULT 0 NOT NULL,
	`writer_from` integer DEFAULT 0 NOT NULL,
	`shape` integer DEFAULT 1 NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `classes_by_owner` ON `classes` (`owner_id`,`archived_at`);