# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # The band of a course, and how far it lies above its limit, with figures.
      module Band
        module_function

        # @return [Hash, nil] centre, low, high: figures with value_si; from: place of the first value; provisional
        def of(course, figures)
          chart = course.chart or return
          step = chart.sigma / 4
          { centre: figures.reading(chart.centre, step), low: figures.reading([chart.lower_limit, 0.0].max, step),
            high: figures.reading(chart.upper_limit, step), low_si: chart.lower_limit, high_si: chart.upper_limit,
            centre_si: chart.centre, provisional: course.provisional?, below_limit: course.band_below_limit? }
        end

        # @return [Hash] value and low (of the index) or why it means nothing
        def capability(course)
          found, why = course.capability
          return { why: why } if found.nil?

          { value: format("%.2f", found.overall), low: format("%.2f", (found.lower_bound * 100).floor / 100.0),
            share_below: share(found.share_below) }
        end

        MILLIONTH = 1.0e-6

        # A share in the far tail is a matter of the shape that was taken: no figures for it.
        def share(below) = below < MILLIONTH ? "fewer than one in a million" : "about #{format('%.2g', below * 100)} %"
        private_class_method :share
      end
    end
  end
end
