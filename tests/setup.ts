// Core finds the shipped drills on its shelf; on the server and here they are put there by loading them.
import '@/core/drills/library';
