# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # Products' breaks as the core reads them; read again only when something of a product changed.
      module Courses
        MOST_KEPT = 400
        COLUMNS = %i[id product_id at value_si resolution_si batch note].freeze
        # rows: of the breaks that count, by time; course: Core::Watch::Course
        Seen = Struct.new(:rows, :course, keyword_init: true)

        @recent = RecentlySeen.new(MOST_KEPT)

        module_function

        # @param products [Array<Store::Models::WatchedProduct>]
        # @return [Hash{Integer => Seen}] by id
        def of(products)
          stamps = stamps(products)
          missing = products.reject { |p| @recent.key?(stamps[p.id]) }
          fresh = read(missing)
          products.to_h { |p| [p.id, @recent.fetch(stamps[p.id]) { fresh.fetch(p.id) { read([p]).fetch(p.id) } }] }
        end

        # Everything that a course rests on, as numbers that only grow.
        def stamps(products)
          ids = products.map(&:id)
          newest = [Store::Models::WatchedBreak, Store::Models::WatchedChange].map do |model|
            model.where(product_id: ids).group(:product_id).select_hash(:product_id, Sequel.function(:max, :id).as(:id))
          end
          withdrawn = Store::Models::FactWithdrawal.exclude(subject: "long_reading").max(:id)
          products.to_h { |p| [p.id, [p.uid, p.version, *newest.map { |of| of[p.id] }, withdrawn]] }
        end
        private_class_method :stamps

        def read(products)
          ids = products.map(&:id)
          rows = counting(Store::Models::WatchedBreak, "watched_break", ids).select(*COLUMNS).naked.all.group_by { |r| r[:product_id] }
          changes = counting(Store::Models::WatchedChange, "watched_change", ids).all.group_by(&:product_id)
          products.to_h { |p| [p.id, seen(p, rows.fetch(p.id, []), changes.fetch(p.id, []))] }
        end
        private_class_method :read

        def counting(model, subject, ids)
          Store::Counting.facts(subject, model.where(product_id: ids)).order(:at, :id)
        end
        private_class_method :counting

        def seen(product, rows, changes)
          points = rows.map { |r| Core::Watch::Course::Point.new(id: r[:id], at: r[:at], value: r[:value_si], batch: r[:batch]) }
          made = changes.map { |c| Core::Watch::Course::Change.new(at: c.at, words: c.words, rebase: c.rebase) }
          Seen.new(rows: rows, course: Core::Watch::Course.new(points, limit: product.limit_si, changes: made))
        end
        private_class_method :seen
      end
    end
  end
end
