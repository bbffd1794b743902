# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # The morning's page: every product with its course, what is not done yet, and what fell below its limit.
      class ShowWatch
        MOST_POINTS = 120
        SPARK = 24
        MOST_PATTERNS = 6
        ORDER = %w[below undone pattern few ok].freeze

        # @param today [Date]
        def initialize(today: Time.now.to_date)
          @today = today
        end

        # @return [Hash] products, each with its newest break; counts; others: charts of what the shop has anyway
        def call
          rows = products.map { |product| row(product) }
          { products: rows.sort_by { |r| [ORDER.index(r[:state]) || ORDER.size, r[:name]] }, counts: counts(rows),
            others: OtherCourses.names }
        end

        # @return [Hash] one product, whole
        # @raise [NotFound]
        def product(id)
          product = products.find { |p| p.id == id } || only(id)
          course = course(product)
          from = [course.points.size - MOST_POINTS, 0].max
          row(product).merge(
            points: points(product, from), band: Band.of(course, figures(product)), patterns: patterns(course, from),
            changes: changes(product), limit: limit(product), capability: Band.capability(course),
            suspicion: suspicion(product), **product.values.slice(:weekdays, :version, :instrument_id, :limit_source)
          )
        end

        # @return [Array<Hash>] for Today: below and unsettled, standing out, or undone
        def waiting
          found = products.map { |product| row(product) }.select { |r| r[:open] || r[:due] || r[:state] == "pattern" }
          found.map { |r| r.slice(:id, :name, :state, :due, :open, :sentence, :missed) }
        end

        private

        def products = @products ||= Store::Models::WatchedProduct.in_use.all

        # One that is not watched any more can still be looked at.
        def only(id) = Store::Models::WatchedProduct.fetch!(id).tap { |product| @products = [*products, product] }

        def seen(product)
          @seen ||= Courses.of(products)
          @seen[product.id] ||= Courses.of([product]).fetch(product.id)
        end

        def course(product) = seen(product).course

        def row(product)
          course = course(product)
          due = rota(product).due?(days(product), @today)
          open = open_break(product)
          { id: product.id, name: product.name, measurand: product.measurand, unit: product.display_unit,
            state: open ? "below" : state(course, due), due: due, open: !open.nil?, missed: missed(product),
            latest: latest(product), spark: course.points.last(SPARK).map(&:value), band_si: spark_band(course),
            limit_si: product.limit_si, sentence: sentence(product, course, due, open) }
        end

        def rota(product) = Core::Watch::Rota.new(product.weekdays)
        def days(product) = seen(product).rows.last(SPARK).map { |r| r[:at].localtime.to_date }

        def missed(product)
          rota(product).missed(days(product), today: @today, since: product.created_at.localtime.to_date).size
        end

        def spark_band(course) = course.chart && [course.chart.lower_limit, course.chart.upper_limit]

        # Below its limit and settled by an answer is past.
        def state(course, due)
          return "undone" if due

          course.state == "below" ? "ok" : course.state
        end

        # Below its limit, and neither explained nor followed to its end.
        def open_break(product)
          below = latest_below(product) or return
          row = Store::Models::WatchedBreak[below[:id]]
          answers = Answers.newest(row).transform_values(&:answer)
          settled = answers.value?("this") || Core::Watch::Suspicion.open(answers).nil?
          row unless settled && row.holds.all?(&:release)
        end

        def latest_below(product)
          product.limit_si && seen(product).rows.reverse.find { |r| r[:value_si] < product.limit_si }
        end

        def latest(product)
          row = seen(product).rows.last
          row && { figure: figure(product, row), at: row[:at], batch: row[:batch] }
        end

        def sentence(product, course, due, open)
          return "#{figure(product, open)[:text]} #{product.display_unit} is below its limit" if open
          return "not yet today" if due
          return course.now.map(&:words).uniq.join("; ") if course.now.any?
          return "too few for a band" if course.chart.nil?

          course.provisional? ? "in its band, which is provisional" : "in its band"
        end

        def limit(product)
          product.limit_si && { value_si: product.limit_si, text: product.limit_text, unit: product.limit_unit }
        end

        def points(product, from)
          limit = product.limit_si
          seen(product).rows.drop(from).map do |row|
            row.slice(:id, :at, :value_si, :batch, :note)
               .merge(figure: figure(product, row), below: !limit.nil? && row[:value_si] < limit)
          end
        end

        def patterns(course, from)
          shown = course.patterns.reject { |p| p.to < from }.last(MOST_PATTERNS)
          shown.map { |p| { rule: p.rule, from: [p.from - from, 0].max, to: p.to - from, words: p.words } }
        end

        def changes(product) = product.changes.map { |c| c.values.slice(:id, :at, :words, :rebase) }
        def figures(product) = Figures.new(Catalogue.measurand(product.measurand), product.display_unit)
        def figure(product, row) = figures(product).reading(row[:value_si], row[:resolution_si])

        def counts(rows)
          asked = products.count { |p| rota(p).on?(@today) }
          { products: rows.size, today: asked, done: asked - rows.count { |r| r[:due] }, below: rows.count do |r|
            r[:open]
          end }
        end

        def suspicion(product)
          below = latest_below(product) or return
          row = Store::Models::WatchedBreak[below[:id]]
          SuspicionOf.new(product, row, seen(product), others(product, row)).call
        end

        # How the other products did on the day of a break.
        def others(product, row)
          day = row.at.localtime.to_date
          found = (products - [product]).filter_map do |other|
            course = course(other)
            point = course.points.last(MOST_POINTS).reverse.find { |p| p.at.localtime.to_date == day }
            point && course.chart && point.value < course.chart.lower_limit
          end
          { of: found.size, low: found.count(true) }
        end
      end
    end
  end
end
