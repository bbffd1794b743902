# frozen_string_literal: true

module MildAnvil
  module Actions
    # A page of the rack: jobs with their lots, each with the summary that its small rule needs.
    module ListLots
      PAGE = 40

      module_function

      # @param query [String, nil] words looked for in lot, job, customer
      # @param page [Integer] from 1
      # @param waiting [Boolean] only lots in which somebody has to do something
      # @return [Hash] jobs, total, page, pages
      def call(query: nil, page: 1, waiting: false)
        rows, total = Store::Rack.page(words: query.to_s.split, waiting: waiting, limit: PAGE,
                                       offset: (page - 1) * PAGE)
        { jobs: grouped(rows), total: total, page: page, pages: (total.to_f / PAGE).ceil }
      end

      def grouped(rows)
        rows.group_by { |row| row[:job_id] }.map do |id, lots|
          { id: id, **lots.first.slice(:customer, :title, :purpose), lots: lots.map { |row| lot(row) } }
        end
      end
      private_class_method :grouped

      # @return [Hash] a lot of the rack
      def lot(row)
        { **row.slice(:id, :name, :item_type, :display_unit, :measurand, :direction), summary: ReadSummary.of(row) }
      end
    end
  end
end
