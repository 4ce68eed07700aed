CREATE TABLE `shops` (
  `id` varchar(40) NOT NULL,
  `name` varchar(200) NOT NULL,
  `unit` varchar(2) NOT NULL,
  `rules` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`rules`)),
  `currency` varchar(8) NOT NULL DEFAULT '€',
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `routers` (
  `id` varchar(40) NOT NULL,
  `shop_id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`shop_id`,`id`),
  CONSTRAINT `routers_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `bits` (
  `id` varchar(40) NOT NULL,
  `shop_id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`shop_id`,`id`),
  CONSTRAINT `bits_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `bit_events` (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `shop_id` varchar(40) NOT NULL,
  `bit_id` varchar(40) NOT NULL,
  `at` datetime NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`id`),
  KEY `bit_events_of_a_bit` (`shop_id`,`bit_id`),
  CONSTRAINT `bit_events_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `guides` (
  `shop_id` varchar(40) NOT NULL,
  `id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`shop_id`,`id`),
  CONSTRAINT `guides_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `woods` (
  `shop_id` varchar(40) NOT NULL,
  `id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`shop_id`,`id`),
  CONSTRAINT `woods_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `deliveries` (
  `shop_id` varchar(40) NOT NULL,
  `id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`shop_id`,`id`),
  CONSTRAINT `deliveries_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `profiles` (
  `shop_id` varchar(40) NOT NULL,
  `id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  PRIMARY KEY (`shop_id`,`id`),
  CONSTRAINT `profiles_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `jobs` (
  `id` varchar(40) NOT NULL,
  `shop_id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `name` varchar(200) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `shop_id` (`shop_id`),
  CONSTRAINT `jobs_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `pieces` (
  `id` varchar(40) NOT NULL,
  `shop_id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `job_id` varchar(40) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  `removed` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  KEY `shop_id` (`shop_id`),
  KEY `job_id` (`job_id`),
  CONSTRAINT `pieces_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE,
  CONSTRAINT `pieces_ibfk_2` FOREIGN KEY (`job_id`) REFERENCES `jobs` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `cuts` (
  `id` varchar(40) NOT NULL,
  `shop_id` varchar(40) NOT NULL,
  `place` int(11) NOT NULL,
  `piece_id` varchar(40) NOT NULL,
  `name` varchar(200) NOT NULL,
  `spec` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`spec`)),
  `version` int(11) NOT NULL,
  `removed` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  KEY `shop_id` (`shop_id`),
  KEY `piece_id` (`piece_id`),
  CONSTRAINT `cuts_ibfk_1` FOREIGN KEY (`shop_id`) REFERENCES `shops` (`id`) ON DELETE CASCADE,
  CONSTRAINT `cuts_ibfk_2` FOREIGN KEY (`piece_id`) REFERENCES `pieces` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `alembic_version` (
  `version_num` varchar(32) NOT NULL,
  PRIMARY KEY (`version_num`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;
