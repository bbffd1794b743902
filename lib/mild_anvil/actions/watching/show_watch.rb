# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # The morning's page: every product with its course, what is not done yet, and what fell below its limit.
      class ShowWatch
        MOST_POINTS = 120
        SPARK = 24

        # @param today [Date]
        def initialize(today: Time.now.to_date)
          @today = today
        end

        # @return [Hash] products, each with its newest break; counts; open: breaks below a limit that are not settled
        def call
          rows = products.map { |product| row(product) }
          { products: rows.sort_by { |r| [ORDER.index(r[:state]) || ORDER.size, r[:name]] }, counts: counts(rows),
            others: OtherCourses.names }
        end

        ORDER = %w[below undone pattern few ok].freeze

        # @return [Hash] one product, whole
        # @raise [NotFound]
        def product(id)
          product = products.find { |p| p.id == id } || Store::Models::WatchedProduct.fetch!(id)
          course = course(product)
          shown = [course.points.size - MOST_POINTS, 0].max
          { **row(product), points: points(product, course, shown), band: Band.of(course, figures(product)),
                            patterns: patterns(course, shown),
                            changes: product.changes.map do |c|
                              c.values.slice(:id, :at, :words, :rebase)
                            end, limit: limit(product),
                            capability: Band.capability(course), weekdays: product.weekdays, version: product.version,
                            instrument_id: product.instrument_id, limit_source: product.limit_source,
                            suspicion: latest_below(product)&.then do |b|
                              SuspicionOf.new(product, b, course, others(product, b)).call
                            end }
        end

        # @return [Array<Hash>] for Today: below and unsettled, undone
        def waiting
          products.filter_map do |product|
            found = row(product)
            next unless found[:open] || found[:due] || found[:state] == "pattern"

            found.slice(:id, :name, :state, :due, :open, :sentence, :missed)
          end
        end

        private

        def products
          @products ||= Store::Models::WatchedProduct.in_use.eager(:breaks, :changes, :instrument).all
        end

        def course(product)
          (@courses ||= {})[product.id] ||= Courses.of(product)
        end

        def row(product)
          course = course(product)
          done = course.points.map { |p| p.at.localtime.to_date }
          rota = Core::Watch::Rota.new(product.weekdays)
          due = rota.due?(done, @today)
          open = open_break(product)
          state = open ? "below" : state(course, due)
          { id: product.id, name: product.name, measurand: product.measurand, unit: product.display_unit,
            state: state, due: due,
            open: !open.nil?, missed: rota.missed(done, today: @today,
                                                        since: product.created_at.localtime.to_date).size,
            latest: latest(product, course), spark: course.points.last(SPARK).map(&:value), band_si: spark_band(course),
            limit_si: product.limit_si, sentence: sentence(product, course, due, open) }
        end

        def spark_band(course) = course.chart && [course.chart.lower_limit, course.chart.upper_limit]

        def state(course, due)
          return "undone" if due

          course.state == "below" ? "ok" : course.state # settled by an answer
        end

        # Below its limit, and neither explained nor followed to its end.
        def open_break(product)
          below = latest_below(product) or return
          answers = Answers.newest(below).transform_values(&:answer)
          settled = answers.value?("this") || Core::Watch::Suspicion.open(answers).nil?
          below unless settled && below.holds.all?(&:release)
        end

        def latest_below(product)
          product.limit_si && product.breaks.reverse.find { |b| b.value_si < product.limit_si }
        end

        def latest(product, course)
          last = course.latest or return
          row = product.breaks.find { |b| b.id == last.id }
          { figure: figures(product).reading(row.value_si, row.resolution_si), at: row.at, batch: row.batch }
        end

        def sentence(product, course, due, open)
          if open
            return "#{figures(product).reading(open.value_si,
                                               open.resolution_si)[:text]} #{product.display_unit} is below its limit"
          end
          return "not yet today" if due
          return course.now.map(&:words).uniq.join("; ") if course.now.any?
          return "too few for a band" if course.chart.nil?

          course.provisional? ? "in its band, which is provisional" : "in its band"
        end

        def limit(product)
          product.limit_si && { value_si: product.limit_si, text: product.limit_text, unit: product.limit_unit }
        end

        def points(product, course, from)
          by_id = product.breaks.to_h { |b| [b.id, b] }
          course.points.drop(from).map do |point|
            row = by_id.fetch(point.id)
            { id: row.id, at: row.at, value_si: row.value_si, figure: figures(product).reading(row.value_si,
                                                                                               row.resolution_si),
              batch: row.batch, note: row.note, below: !product.limit_si.nil? && row.value_si < product.limit_si }
          end
        end

        def patterns(course, from)
          course.patterns.reject do |p|
            p.to < from
          end.last(6).map { |p| { rule: p.rule, from: [p.from - from, 0].max, to: p.to - from, words: p.words } }
        end

        def figures(product) = Figures.new(Catalogue.measurand(product.measurand), product.display_unit)

        def counts(rows)
          asked = products.count { |p| Core::Watch::Rota.new(p.weekdays).on?(@today) }
          { products: rows.size, today: asked, done: asked - rows.count { |r| r[:due] }, below: rows.count do |r|
            r[:open]
          end }
        end

        # How the other products did on the day of a break.
        def others(product, row)
          day = row.at.localtime.to_date
          found = (products - [product]).filter_map do |other|
            course = course(other)
            point = course.points.reverse.find { |p| p.at.localtime.to_date == day }
            point && course.chart && point.value < course.chart.lower_limit
          end
          { of: found.size, low: found.count(true) }
        end
      end
    end
  end
end
