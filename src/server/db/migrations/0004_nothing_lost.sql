ALTER TABLE `looks` ADD `writer` text;--> statement-breakpoint
ALTER TABLE `looks` ADD `writer_n` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `looks` ADD `writer_from` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `looks` ADD `shape` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `writer` text;--> statement-breakpoint
ALTER TABLE `runs` ADD `writer_n` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `writer_from` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `shape` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `screens` ADD `writer` text;--> statement-breakpoint
ALTER TABLE `screens` ADD `writer_n` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `screens` ADD `writer_from` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `screens` ADD `shape` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `sequences` ADD `writer` text;--> statement-breakpoint
ALTER TABLE `sequences` ADD `writer_n` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `sequences` ADD `writer_from` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `sequences` ADD `shape` integer DEFAULT 1 NOT NULL;