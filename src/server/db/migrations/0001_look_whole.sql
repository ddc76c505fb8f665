CREATE TABLE `protocols` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`name` text NOT NULL,
	`tests` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `protocols_by_owner` ON `protocols` (`owner_id`);--> statement-breakpoint
CREATE TABLE `recordings` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`look_id` text NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`bytes` blob NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `recordings_by_look` ON `recordings` (`look_id`);--> statement-breakpoint
CREATE TABLE `settings` (
	`owner_id` text NOT NULL,
	`subject` text NOT NULL,
	`data` text NOT NULL,
	PRIMARY KEY(`owner_id`, `subject`),
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `clients` ADD `control` text;--> statement-breakpoint
INSERT INTO `recordings` (`id`, `owner_id`, `look_id`, `name`, `kind`, `bytes`, `created_at`) SELECT `id`, `owner_id`, `look_id`, `name`, 'csv', CAST(`csv` AS BLOB), `created_at` FROM `curves`;
--> statement-breakpoint
UPDATE `looks` SET `data` = json_remove(json_set(`data`, '$.bands', json_array(json_object('recordId', json_extract(`data`, '$.curve.curveId'), 'name', json_extract(`data`, '$.curve.name'), 'position', 'hookLying', 'places', json_array(), 'calibration', json_array()))), '$.curve') WHERE json_extract(`data`, '$.curve') IS NOT NULL;
