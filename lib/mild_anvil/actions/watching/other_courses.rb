# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # The same chart of what the shop has anyway: the check standard of every cell, the zero of every bench's pulls,
      # and the minutes that a pull takes.
      module OtherCourses
        MOST = 120
        KINDS = %w[check zero minutes].freeze

        module_function

        # @return [Array<Hash>] key, name, unit
        def names
          cells = Store::Models::Instrument.in_use.all.select { |cell| cell.checks.size >= 2 }
          checks = cells.map { |cell| { key: "check-#{cell.id}", name: "#{cell.name}, its check", unit: "N" } }
          zeros = cells.map { |cell| { key: "zero-#{cell.id}", name: "#{cell.name}, zero after pulls", unit: "N" } }
          [*checks, *zeros, { key: "minutes-0", name: "Minutes for each pull", unit: "min" }].select do |row|
            values(row[:key]).size >= 2
          end
        end

        # @param key [String] of names
        # @return [Hash] points, band, patterns
        # @raise [NotFound]
        def show(key)
          row = names.find { |one| one[:key] == key } || raise(NotFound.new("there is no such chart", key: key))
          points = values(key).last(MOST).each_with_index.map { |(at, value), i| Core::Watch::Course::Point.new(id: i, at: at, value: value) }
          course = Core::Watch::Course.new(points)
          { **row, points: points.map { |p| { at: p.at, value: p.value } }, band: band(course),
                   patterns: course.patterns.last(6).map(&:to_h) }
        end

        def band(course)
          chart = course.chart
          chart && { centre: chart.centre, low: chart.lower_limit, high: chart.upper_limit,
                     provisional: course.provisional? }
        end
        private_class_method :band

        # @return [Array<Array(Time, Float)>]
        def values(key)
          kind, id = key.split("-")
          case kind
          when "check" then checks(id.to_i)
          when "zero" then zeros(id.to_i)
          when "minutes" then minutes
          else []
          end
        end

        # The error at the level that every check has nearest to its middle.
        def checks(id)
          cell = Store::Models::Instrument[id] or return []
          level = cell.capacity_newtons / 2
          cell.checks.select(&:dead_weight?).filter_map do |check|
            point = check.points.min_by { |p| (p.applied_newtons - level).abs } or next
            [check.checked_at, point.indicated_newtons - point.applied_newtons]
          end
        end
        private_class_method :checks

        def zeros(id)
          before = :zero_before_newtons
          after = :zero_after_newtons
          rows = Store::Models::PullInstrument.where(instrument_id: id).exclude(before => nil).exclude(after => nil)
          at = Sequel[:pulls][:created_at]
          rows.join(:pulls, id: :pull_id).order(at).select_map([at, *[after, before].map do |c|
            Sequel[:pull_instruments][c]
          end])
              .map { |moment, ended, began| [moment, ended - began] }
        end
        private_class_method :zeros

        def minutes
          Store::Models::Aftermath.exclude(minutes: nil).order(:created_at).select_map(%i[created_at minutes]).map { |at, m| [at, m.to_f] }
        end
        private_class_method :minutes
      end
    end
  end
end
