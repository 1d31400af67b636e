package app.stalekeys.server.fix;

import org.springframework.data.jpa.repository.JpaRepository;

interface FixSettingsRows extends JpaRepository<FixSettingsRow, Long> {}
