package app.stalekeys.server.watches;

import org.springframework.data.jpa.repository.JpaRepository;

interface WatchSettingsRows extends JpaRepository<WatchSettings, Long> {}
