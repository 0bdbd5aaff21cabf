package earnest.access;

import earnest.ground.NewRows;

import org.springframework.data.jpa.repository.JpaRepository;

interface SessionRepository extends JpaRepository<SignInSession, byte[]>, NewRows<SignInSession> {}
