package earnest.access;

import org.springframework.data.jpa.repository.JpaRepository;

interface SessionRepository extends JpaRepository<SignInSession, byte[]> {}
