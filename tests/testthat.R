library(testthat)
library(idleledger)

test_check("idleledger")
