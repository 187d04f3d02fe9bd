package store

import (
	"context"
	"errors"
	"log/slog"
	"time"

	"gorm.io/gorm/logger"
)

// slow is how long a statement may take before it is logged.
const slow = time.Second

// statementLog logs what goes wrong with statements, and slow ones; not what somebody stopped waiting for.
type statementLog struct{ logger.Interface }

func newStatementLog(log *slog.Logger) logger.Interface {
	return statementLog{logger.NewSlogLogger(log, logger.Config{
		SlowThreshold: slow, LogLevel: logger.Warn, IgnoreRecordNotFoundError: true, ParameterizedQueries: true,
	})}
}

// Trace is told of every statement.
func (l statementLog) Trace(ctx context.Context, began time.Time, statement func() (string, int64), err error) {
	if errors.Is(err, context.Canceled) || errors.Is(err, context.DeadlineExceeded) {
		return
	}
	l.Interface.Trace(ctx, began, statement, err)
}
