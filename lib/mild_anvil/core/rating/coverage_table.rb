# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What stated bounds kept on made-up lots: school, pieces, whether some are only bounds, and the worst share of
      # each kind of population (normal; the weakest place decides; 8 % of the pieces at 60 %), in per cent, for a
      # coverage and a confidence of 95 %. Made by bin/coverage --table.
      module CoverageTable
        ROWS = <<~TABLE
          cautious 2 no 96.8 94.5 89.0
          cautious 3 no 97.5 94.7 77.9
          cautious 4 no 98.4 94.9 65.8
          cautious 5 no 98.7 94.9 57.5
          cautious 6 no 99.1 94.8 51.8
          cautious 8 no 99.4 94.9 51.9
          cautious 10 no 99.4 94.8 57.3
          cautious 15 no 99.7 95.2 68.0
          cautious 20 no 99.7 95.2 53.8
          cautious 30 no 99.8 94.9 45.8
          cautious 50 no 100.0 94.9 28.5
          fitted_cautious 3 no 97.2 95.1 78.1
          fitted_cautious 5 no 99.3 94.8 60.6
          fitted_cautious 10 no 99.6 94.3 48.8
          fitted_cautious 20 no 99.9 95.8 23.5
          fitted_cautious 5 some 98.6 95.9 68.7
          fitted_cautious 10 some 99.3 95.0 61.7
          fitted_cautious 20 some 99.7 95.3 32.0
          fitted_lognormal 2 no 94.9 91.8 79.9
          fitted_lognormal 3 no 93.9 88.6 47.7
          fitted_lognormal 4 no 94.1 85.3 32.8
          fitted_lognormal 5 no 93.9 83.0 35.2
          fitted_lognormal 6 no 93.9 81.0 39.4
          fitted_lognormal 8 no 93.3 78.6 49.1
          fitted_lognormal 10 no 93.1 76.6 51.0
          fitted_lognormal 15 no 93.0 74.9 33.6
          fitted_lognormal 20 no 92.7 71.4 24.6
          fitted_lognormal 30 no 91.7 67.9 12.9
          fitted_lognormal 50 no 91.6 62.5 3.1
          fitted_lognormal 5 some 95.3 89.1 45.9
          fitted_lognormal 10 some 95.0 83.7 61.3
          fitted_lognormal 20 some 91.7 75.3 36.3
          fitted_normal 2 no 95.2 92.2 84.2
          fitted_normal 3 no 94.5 89.6 60.0
          fitted_normal 4 no 95.1 87.1 42.4
          fitted_normal 5 no 95.1 85.4 38.2
          fitted_normal 6 no 95.2 83.6 40.1
          fitted_normal 8 no 95.1 81.5 49.3
          fitted_normal 10 no 94.7 79.6 54.0
          fitted_normal 15 no 95.0 77.8 34.6
          fitted_normal 20 no 94.9 74.9 25.0
          fitted_normal 30 no 94.8 71.5 13.6
          fitted_normal 50 no 95.2 65.8 3.2
          fitted_normal 5 some 95.3 91.5 50.0
          fitted_normal 10 some 95.3 86.7 62.3
          fitted_normal 20 some 93.3 81.7 39.7
          fitted_weibull 3 no 97.1 94.5 68.3
          fitted_weibull 5 no 99.1 93.9 45.7
          fitted_weibull 10 no 99.5 92.8 36.6
          fitted_weibull 20 no 99.7 94.1 15.2
          fitted_weibull 5 some 98.0 94.2 55.8
          fitted_weibull 10 some 99.3 94.0 56.3
          fitted_weibull 20 some 99.7 93.7 24.0
          tolerance_lognormal 2 no 94.9 91.8 79.9
          tolerance_lognormal 3 no 93.9 88.6 47.7
          tolerance_lognormal 4 no 94.1 85.3 32.8
          tolerance_lognormal 5 no 93.9 83.0 35.2
          tolerance_lognormal 6 no 93.9 81.0 39.4
          tolerance_lognormal 8 no 93.3 78.6 49.1
          tolerance_lognormal 10 no 93.1 76.6 51.0
          tolerance_lognormal 15 no 93.0 74.9 33.6
          tolerance_lognormal 20 no 92.7 71.4 24.6
          tolerance_lognormal 30 no 91.7 67.9 12.9
          tolerance_lognormal 50 no 91.6 62.5 3.1
          tolerance_normal 2 no 95.2 92.2 84.2
          tolerance_normal 3 no 94.5 89.6 60.0
          tolerance_normal 4 no 95.1 87.1 42.4
          tolerance_normal 5 no 95.1 85.4 38.2
          tolerance_normal 6 no 95.2 83.6 40.1
          tolerance_normal 8 no 95.1 81.5 49.3
          tolerance_normal 10 no 94.7 79.6 54.0
          tolerance_normal 15 no 95.0 77.8 34.6
          tolerance_normal 20 no 94.9 74.9 25.0
          tolerance_normal 30 no 94.8 71.5 13.6
          tolerance_normal 50 no 95.2 65.8 3.2
          tolerance_weibull 2 no 96.5 94.2 86.1
          tolerance_weibull 3 no 97.2 94.2 67.0
          tolerance_weibull 4 no 98.0 94.1 51.2
          tolerance_weibull 5 no 98.4 94.0 43.5
          tolerance_weibull 6 no 98.7 93.5 42.4
          tolerance_weibull 8 no 99.2 93.6 49.5
          tolerance_weibull 10 no 99.0 93.1 56.9
          tolerance_weibull 15 no 99.4 93.6 63.3
          tolerance_weibull 20 no 99.5 93.2 51.6
          tolerance_weibull 30 no 99.6 93.0 43.3
          tolerance_weibull 50 no 99.9 92.9 25.5
        TABLE
      end
    end
  end
end
