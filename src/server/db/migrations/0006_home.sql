CREATE TABLE `home_links` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`client_id` text NOT NULL,
	`plan_id` text NOT NULL,
	`token_hash` text NOT NULL,
	`created_at` text NOT NULL,
	`withdrawn_at` text,
	`opened_at` text,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`client_id`) REFERENCES `clients`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`plan_id`) REFERENCES `home_plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `home_links_token_hash_unique` ON `home_links` (`token_hash`);--> statement-breakpoint
CREATE INDEX `home_links_by_plan` ON `home_links` (`plan_id`);--> statement-breakpoint
CREATE TABLE `home_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`client_id` text NOT NULL,
	`data` text NOT NULL,
	`rev` integer NOT NULL,
	`writer` text,
	`writer_n` integer DEFAULT 0 NOT NULL,
	`writer_from` integer DEFAULT 0 NOT NULL,
	`shape` integer DEFAULT 1 NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`number` integer,
	`sent_at` text,
	`ended_at` text,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`client_id`) REFERENCES `clients`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `home_plans_by_client` ON `home_plans` (`client_id`,`created_at`);--> statement-breakpoint
CREATE TABLE `home_reports` (
	`id` text PRIMARY KEY NOT NULL,
	`owner_id` text NOT NULL,
	`client_id` text NOT NULL,
	`plan_id` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	`at` text NOT NULL,
	`received_at` text NOT NULL,
	`seen_at` text,
	FOREIGN KEY (`owner_id`) REFERENCES `owners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`client_id`) REFERENCES `clients`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`plan_id`) REFERENCES `home_plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `home_reports_by_plan` ON `home_reports` (`plan_id`,`at`);--> statement-breakpoint
CREATE INDEX `home_reports_by_kind` ON `home_reports` (`owner_id`,`kind`);