package app.stalekeys.server.mail;

import org.springframework.data.jpa.repository.JpaRepository;

interface MailServers extends JpaRepository<MailServer, Long> {}
